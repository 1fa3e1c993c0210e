package bivex.core.floor;

import bivex.core.InvalidInput;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.PartNote;
import java.util.ArrayList;
import java.util.List;

/**
 * What of a logged take can be set right by a later entry: all that was written by hand or read off
 * the camera. When and by whom it was made stays.
 *
 * @param shot code of the shot
 * @param plate label of the plate
 * @param notRead camera fields that were not read
 * @param overruled why an automatic mode was let through; empty when none was
 */
public record TakeFix(
    String shot,
    String plate,
    int number,
    String roll,
    String tcIn,
    String tcOut,
    CameraData camera,
    List<String> notRead,
    List<PartNote> parts,
    String overruled,
    String note) {
  /**
   * What is otherwise than it was, each as "roll A001, was A002".
   *
   * @throws InvalidInput when nothing is
   */
  public List<String> differs(TakeFix was) {
    List<String> out = new ArrayList<>();
    said(out, "shot", was.shot, shot);
    said(out, "plate", was.plate, plate);
    said(out, "take", Integer.toString(was.number), Integer.toString(number));
    said(out, "roll", was.roll, roll);
    said(out, "in", was.tcIn, tcIn);
    said(out, "out", was.tcOut, tcOut);
    for (String f : CameraData.FIELDS) {
      said(out, CameraData.label(f), was.camera.listed(f), camera.listed(f));
    }
    said(out, "parts", parts(was.parts), parts(parts));
    said(out, "because", was.overruled, overruled);
    said(out, "note", was.note, note);
    if (out.isEmpty()) {
      throw new InvalidInput("correction", "changes nothing of the take");
    }
    return List.copyOf(out);
  }

  private static void said(List<String> out, String what, String was, String is) {
    if (!was.equals(is)) {
      out.add(what + " " + name(is) + ", was " + name(was));
    }
  }

  private static String name(String value) {
    return value.isEmpty() ? "not read" : value;
  }

  private static String parts(List<PartNote> parts) {
    return String.join(
        "; ",
        parts.stream()
            .map(
                p ->
                    p.part()
                        + ": "
                        + String.join(
                            ", ",
                            List.of(p.eyeline(), p.zone(), p.wardrobe()).stream()
                                .filter(s -> !s.isEmpty())
                                .toList()))
            .toList());
  }
}
