package bivex.device;

import bivex.core.InvalidInput;
import bivex.core.floor.FloorSetup;
import bivex.core.floor.FloorSetup.Entry;
import bivex.core.floor.FloorSetup.Made;
import bivex.core.floor.FloorSetup.MatchSet;
import bivex.core.floor.FloorSetup.Plate;
import bivex.core.floor.FloorSetup.Touched;
import bivex.core.method.OwnItem;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.Take;
import bivex.core.shoot.TakeCheck;
import bivex.core.shot.OwedItem;
import bivex.core.time.FrameRate;
import bivex.core.time.TimecodeRange;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.teavm.jso.JSBody;
import org.teavm.jso.JSObject;
import org.teavm.jso.core.JSArray;

/** A setup and its entries between the JSON of the interface and the core. */
final class FloorJson {
  private FloorJson() {}

  static FloorSetup setup(JSObject sheet, FrameRate rate, Raster raster, double sensorWidthMm) {
    List<JSObject> takes = list(sheet, "takes");
    List<Made> made = new ArrayList<>();
    Set<String> shotsWithReference = new HashSet<>();
    for (JSObject t : takes) {
      made.add(
          made(
              t,
              FloorCore.text(t, "id"),
              Take.Call.valueOf(FloorCore.text(t, "call")),
              apart(t),
              rate));
      if (Boolean.TRUE.equals(FloorCore.flag(t, "reference"))) {
        shotsWithReference.add(FloorCore.text(t, "shot"));
      }
    }
    List<MatchSet> sets = new ArrayList<>();
    for (JSObject g : list(sheet, "guards")) {
      Set<MatchRule> rules = EnumSet.noneOf(MatchRule.class);
      words(g, "rules").forEach(r -> rules.add(MatchRule.valueOf(r)));
      double background = FloorCore.number(g, "backgroundM");
      String shot = FloorCore.text(g, "shot");
      JSObject reference = FloorCore.part(g, "reference");
      String referencePlate = FloorCore.text(g, "referencePlate");
      TakeCheck.Shot earlier =
          FloorCore.missing(reference) || shotsWithReference.contains(shot)
              ? null
              : new TakeCheck.Shot(
                  data(reference),
                  0,
                  list(sheet, "plates").stream()
                      .filter(
                          p ->
                              shot.equals(FloorCore.text(p, "shot"))
                                  && FloorCore.text(p, "key").equals(referencePlate))
                      .map(p -> asks(FloorCore.part(p, "asks")))
                      .findFirst()
                      .orElse(PlateTerms.NONE));
      sets.add(
          new MatchSet(
              shot,
              new HashSet<>(words(g, "plates")),
              rules,
              new MatchGuard.Optics(raster, sensorWidthMm, background > 0 ? background : null),
              earlier));
    }
    List<Plate> plates = new ArrayList<>();
    for (JSObject p : list(sheet, "plates")) {
      plates.add(
          new Plate(
              FloorCore.text(p, "shot"),
              FloorCore.text(p, "key"),
              OwedItem.State.valueOf(FloorCore.text(p, "state")),
              FloorCore.number(p, "nextTake").intValue(),
              asks(FloorCore.part(p, "asks"))));
    }
    List<Touched> touches = new ArrayList<>();
    for (JSObject t : list(sheet, "touches")) {
      touches.add(new Touched(FloorCore.text(t, "id"), moment(t)));
    }
    Set<String> heard = new HashSet<>();
    for (JSObject n : list(sheet, "notes")) {
      if ("SOUND".equals(FloorCore.text(n, "kind"))) {
        heard.add(FloorCore.text(n, "item"));
      }
    }
    boolean struck = FloorCore.text(FloorCore.part(sheet, "setup"), "struckAt") != null;
    return new FloorSetup(
        rate, FloorCore.text(sheet, "nextIn"), plates, sets, made, touches, heard, struck);
  }

  /** A plate as it is sent; who made it is not known here. */
  static OwnItem ownItem(JSObject item) {
    JSObject values = FloorCore.part(item, "values");
    Map<String, Object> said = new HashMap<>();
    for (Parameter p : OwnItem.Kind.PLATE.parameters()) {
      if (!FloorCore.missing(values) && !FloorCore.missing(FloorCore.part(values, p.key()))) {
        said.put(
            p.key(),
            switch (p.kind()) {
              case NUMBER, WHOLE -> FloorCore.number(values, p.key());
              case YES_NO -> FloorCore.flag(values, p.key());
              default -> FloorCore.text(values, p.key());
            });
      }
    }
    return new OwnItem(
        FloorCore.text(item, "id"),
        OwnItem.Kind.PLATE,
        FloorCore.text(item, "label"),
        FloorCore.text(item, "words"),
        said,
        "",
        "",
        null);
  }

  /** Entries that are about a setup, or about takes whatever their setup. */
  static List<Entry> entries(JSArray<JSObject> notSent, String setup, FrameRate rate) {
    List<Entry> out = new ArrayList<>();
    for (int i = 0; i < notSent.getLength(); i++) {
      JSObject e = notSent.get(i);
      JSObject logged = FloorCore.part(e, "logged");
      JSObject call = FloorCore.part(e, "call");
      JSObject touch = FloorCore.part(e, "touch");
      JSObject note = FloorCore.part(e, "note");
      boolean here = setup.equals(FloorCore.text(e, "setup"));
      if (!FloorCore.missing(logged)) {
        if (setup.equals(FloorCore.text(logged, "setup"))) {
          out.add(
              new Entry.Logged(made(logged, FloorCore.text(e, "id"), Take.Call.NONE, false, rate)));
        }
      } else if (!FloorCore.missing(call)) {
        out.add(
            new Entry.Called(
                FloorCore.text(e, "take"), Take.Call.valueOf(FloorCore.text(call, "call"))));
      } else if (here && !FloorCore.missing(touch)) {
        out.add(new Entry.Touch(new Touched(FloorCore.text(e, "id"), moment(touch))));
      } else if (here && !FloorCore.missing(note)) {
        if ("SOUND".equals(FloorCore.text(note, "kind"))) {
          out.add(new Entry.Heard(FloorCore.text(note, "item")));
        }
      } else if (here && !FloorCore.missing(FloorCore.part(e, "strike"))) {
        out.add(new Entry.Strike());
      }
    }
    return out;
  }

  static JSObject standing(FloorSetup now) {
    JSArray<JSObject> takes = new JSArray<>();
    now.takes().forEach(t -> takes.push(take(t.id(), t.call().name())));
    JSArray<JSObject> plates = new JSArray<>();
    now.plates().forEach(p -> plates.push(plate(p.state().name(), p.nextTake())));
    return standing(
        takes,
        plates,
        now.references().stream().map(Made::id).toArray(String[]::new),
        now.first().map(now.plates()::indexOf).orElse(-1),
        now.nextIn(),
        now.heard().toArray(new String[0]),
        now.cleanSinceTouch(),
        now.struck());
  }

  /** What a plan asks of a plate; what cannot be read is not asked. */
  private static PlateTerms asks(JSObject o) {
    if (FloorCore.missing(o)) {
      return PlateTerms.NONE;
    }
    Double seconds = FloorCore.number(o, "seconds");
    Double least = FloorCore.number(o, "least");
    String counted = FloorCore.text(o, "counted");
    return new PlateTerms(
        data(FloorCore.part(o, "camera")),
        new HashSet<>(words(o, "free")),
        seconds == null ? 0 : seconds,
        least == null ? 0 : least,
        counted == null ? null : FrameRate.parse(counted));
  }

  /** A take, or the slate of one, with what is asked of its plate. */
  static TakeCheck.Shot shot(JSObject o) {
    Double seconds = FloorCore.number(o, "seconds");
    return new TakeCheck.Shot(
        FloorCore.camera(FloorCore.part(o, "camera")),
        seconds == null ? 0 : seconds,
        asks(FloorCore.part(o, "asks")));
  }

  private static double seconds(JSObject t, FrameRate rate) {
    try {
      return TimecodeRange.parse(FloorCore.text(t, "tcIn"), FloorCore.text(t, "tcOut"), rate)
          .seconds();
    } catch (InvalidInput e) {
      return 0;
    }
  }

  private static Made made(JSObject t, String id, Take.Call call, boolean apart, FrameRate rate) {
    JSObject camera = FloorCore.part(t, "camera");
    Double number = FloorCore.number(t, "number");
    return new Made(
        id,
        FloorCore.text(t, "shot"),
        FloorCore.text(t, "plate"),
        number == null ? 0 : number.intValue(),
        FloorCore.text(t, "tcOut"),
        moment(t),
        data(camera),
        seconds(t, rate),
        call,
        apart);
  }

  /**
   * Camera data; what cannot be read counts as not read. One bad entry that waits is refused when
   * it is sent, and must not take the whole desk with it until then.
   */
  private static CameraData data(JSObject camera) {
    try {
      return FloorCore.missing(camera) ? CameraData.notRead() : FloorCore.camera(camera);
    } catch (InvalidInput e) {
      return CameraData.notRead();
    }
  }

  /** Whether the server has measured that a take does not agree with its reference. */
  private static boolean apart(JSObject take) {
    return list(take, "findings").stream()
        .anyMatch(f -> "measured".equals(FloorCore.text(f, "property")));
  }

  private static List<JSObject> list(JSObject o, String key) {
    List<JSObject> out = new ArrayList<>();
    JSArray<JSObject> a = array(o, key);
    for (int i = 0; i < a.getLength(); i++) {
      out.add(a.get(i));
    }
    return out;
  }

  private static List<String> words(JSObject o, String key) {
    return List.of(strings(o, key));
  }

  private static long moment(JSObject o) {
    return (long) millis(o);
  }

  @JSBody(
      params = {"o", "key"},
      script = "return o == null || o[key] == null ? [] : o[key];")
  private static native JSArray<JSObject> array(JSObject o, String key);

  @JSBody(
      params = {"o", "key"},
      script = "return o == null || o[key] == null ? [] : o[key].map(String);")
  private static native String[] strings(JSObject o, String key);

  /** A moment that is missing is now: its entry was just written. */
  @JSBody(params = "o", script = "var t = Date.parse(o.madeAt); return isNaN(t) ? Date.now() : t;")
  private static native double millis(JSObject o);

  @JSBody(
      params = {"id", "call"},
      script = "return { id, call };")
  private static native JSObject take(String id, String call);

  @JSBody(
      params = {"state", "nextTake"},
      script = "return { state, nextTake };")
  private static native JSObject plate(String state, int nextTake);

  @JSBody(
      params = {
        "takes",
        "plates",
        "references",
        "first",
        "nextIn",
        "heard",
        "cleanSinceTouch",
        "struck"
      },
      script =
          "return { takes, plates, references, first, nextIn, heard, cleanSinceTouch, struck };")
  private static native JSObject standing(
      JSArray<JSObject> takes,
      JSArray<JSObject> plates,
      String[] references,
      int first,
      String nextIn,
      String[] heard,
      boolean cleanSinceTouch,
      boolean struck);
}
