package bivex.core.work;

import bivex.core.Said;
import bivex.core.method.Plan;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.Take;
import bivex.core.shot.OwedItem;
import bivex.core.tally.Sheets;
import bivex.core.time.Days;
import bivex.core.time.FrameRange;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What somebody who works on a shot takes along in one folder: what it is for, its plates with
 * camera data, what was said of it, and where the work on it lies.
 *
 * @param code of the production
 * @param names where versions are expected
 * @param shot with the versions of its work
 * @param ways its methods, in words
 * @param items what it owes, as it stands
 * @param taken takes that count for it
 * @param notes of its review
 */
public record WorkPackage(
    String production,
    String code,
    WorkNames names,
    WorkFiles.OfShot shot,
    String title,
    String scene,
    String intent,
    String ways,
    String rate,
    int handles,
    List<OwedItem> items,
    List<PackedTake> taken,
    List<PackedNote> notes) {
  /** A take as it is found again on the camera's media. */
  public record PackedTake(
      String plate,
      int number,
      Take.Call call,
      String setup,
      String roll,
      String tcIn,
      String tcOut,
      CameraData camera,
      String note) {}

  /**
   * A note of the review.
   *
   * @param on what it is: frames, or the whole shot
   * @param stands how
   * @param said of it, the oldest first
   */
  public record PackedNote(
      int version,
      String on,
      String words,
      String by,
      Instant at,
      String stands,
      List<String> said) {}

  /** Takes of the plan's plates with their camera data, the picked ones first. */
  public Sheets.Table takes() {
    List<String> heads =
        new ArrayList<>(List.of("plate", "take", "call", "setup", "roll", "in", "out", "note"));
    heads.addAll(CameraData.FIELDS);
    List<List<String>> rows = new ArrayList<>();
    for (PackedTake t : inOrder()) {
      List<String> row =
          new ArrayList<>(
              List.of(
                  shot.plan().label(t.plate),
                  Integer.toString(t.number),
                  t.call == Take.Call.NONE ? "" : t.call.done(),
                  t.setup,
                  t.roll,
                  t.tcIn,
                  t.tcOut,
                  t.note));
      CameraData.FIELDS.forEach(f -> row.add(t.camera.listed(f)));
      rows.add(row);
    }
    return new Sheets.Table("Takes", heads, List.of(), rows, "");
  }

  private List<PackedTake> inOrder() {
    List<String> plates = shot.plan().plates().stream().map(Plan.Plate::key).toList();
    return taken.stream()
        .sorted(
            Comparator.comparing((PackedTake t) -> t.call != Take.Call.PICK)
                .thenComparing(
                    t -> plates.contains(t.plate) ? plates.indexOf(t.plate) : plates.size())
                .thenComparing(PackedTake::number))
        .toList();
  }

  /** Notes of the review, how they stand and what was said of them. */
  public Sheets.Table reviewNotes() {
    return new Sheets.Table(
        "Notes",
        List.of("version", "on", "note", "by", "at", "stands", "said"),
        List.of(),
        notes.stream()
            .map(
                n ->
                    List.of(
                        Integer.toString(n.version),
                        n.on,
                        n.words,
                        n.by,
                        n.at.toString(),
                        n.stands,
                        String.join(" / ", n.said)))
            .toList(),
        "");
  }

  /** Versions of its work: where each lies, what it was made from, whether it is stale. */
  public Sheets.Table files(WorkFiles of) {
    List<List<String>> rows = new ArrayList<>();
    Set<String> tasks = new LinkedHashSet<>();
    shot.plan().tasks().forEach(t -> tasks.add(t.key()));
    shot.files().forEach(f -> tasks.add(f.task()));
    for (String task : tasks) {
      for (WorkFile f : shot.of(task)) {
        rows.add(
            List.of(
                f.label(),
                Integer.toString(f.number()),
                f.path(),
                f.sha256() == null ? "" : f.sha256(),
                f.frames().said(),
                String.join("; ", f.from().stream().map(x -> of.said(shot.id(), x)).toList()),
                f.withdrawn() == null ? "" : f.withdrawn(),
                f.equals(shot.newest(task))
                    ? String.join(
                        "; ",
                        of.stale(shot.id(), task).stream().map(WorkFiles.Stale::words).toList())
                    : "",
                f.words(),
                f.at().toString()));
      }
    }
    return new Sheets.Table(
        "Files",
        List.of(
            "task",
            "version",
            "path",
            "sha256",
            "frames",
            "made from",
            "withdrawn",
            "stale",
            "note",
            "made at"),
        List.of(),
        rows,
        "");
  }

  /**
   * What lies in the folder and what is to be known before beginning, as plain text.
   *
   * @param within what lies in it, by name
   */
  public String about(WorkFiles of, Map<String, String> within, LocalDate on) {
    StringBuilder out = new StringBuilder();
    FrameRange cut = shot.cut();
    line(out, shot.code() + (title.isEmpty() ? "" : "  " + title));
    line(
        out,
        Said.of(
            "%s%s; as it stood on %s",
            production, scene.isEmpty() ? "" : ", scene " + scene, Days.words(on)));
    part(out, "What it is for", intent.isEmpty() ? List.of("nobody has said") : List.of(intent));
    part(out, "How it is made", ways.isEmpty() ? List.of("nobody has said") : List.of(ways));
    part(
        out,
        "Frames",
        List.of(
            Said.of(
                "%s in the cut (%s at %s a second); make %s, with %s before and after",
                cut.said(), cut.frames(), rate, cut.wider(handles).said(), handles)));
    part(
        out,
        "Plates",
        items.stream()
            .filter(i -> i.kind() == OwedItem.Kind.PLATE)
            .map(i -> i.label() + (i.reason().isEmpty() ? "" : ": " + i.reason()))
            .toList());
    part(
        out,
        "Open on the shot",
        items.stream()
            .filter(i -> i.open() && i.kind() != OwedItem.Kind.PLATE)
            .map(i -> i.label() + (i.reason().isEmpty() ? "" : ": " + i.reason()))
            .toList());
    List<String> stale = new ArrayList<>();
    for (Plan.Task t : shot.plan().tasks()) {
      of.stale(shot.id(), t.key())
          .forEach(
              s ->
                  stale.add(
                      Said.of(
                          "%s, version %s: %s",
                          t.label(), shot.newest(t.key()).number(), s.words())));
    }
    part(out, "Stale", stale);
    part(
        out,
        "Where the next versions are expected",
        shot.plan().tasks().stream()
            .map(
                t ->
                    t.label()
                        + ": "
                        + names.path(
                            code, scene, shot.code(), shot.plan(), t.key(), shot.next(t.key())))
            .toList());
    part(
        out,
        "In this folder",
        within.entrySet().stream().map(e -> e.getKey() + ": " + e.getValue()).toList());
    return out.toString();
  }

  private static void part(StringBuilder out, String head, List<String> lines) {
    if (!lines.isEmpty()) {
      line(out, "");
      line(out, head);
      lines.forEach(l -> line(out, "  " + l));
    }
  }

  private static void line(StringBuilder out, String words) {
    out.append(words).append("\r\n");
  }
}
