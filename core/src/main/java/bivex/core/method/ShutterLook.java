package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.light.MainsFlicker;
import bivex.core.optics.Exposure;
import bivex.core.optics.Shutter;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/** C4: smeared or crisp movement, made in camera with the shutter. */
public final class ShutterLook implements Method {
  @Override
  public String id() {
    return "C4";
  }

  @Override
  public String name() {
    return "Shutter look";
  }

  @Override
  public Chapter chapter() {
    return Chapter.TIME;
  }

  @Override
  public String summary() {
    return "Movement smeared by a long shutter or chopped by a crisp one, in camera; the light is"
        + " paid for with aperture, ISO, density or lamps.";
  }

  @Override
  public String rightWhen() {
    return "A test was shot: it cannot be undone afterwards.";
  }

  @Override
  public List<String> cues() {
    return List.of("smear of", "dizzy", "staccato", "trembles", "everything blurs", "crisp");
  }

  @Override
  public List<Parameter> parameters() {
    List<Parameter> p =
        new java.util.ArrayList<>(
            List.of(
                Parameter.number(
                    "lookDegrees",
                    "Shutter of the look",
                    "°",
                    1,
                    360,
                    345,
                    "long is near 360°, crisp is 45° or less"),
                Parameter.number(
                    "pxPerSecond", "Speed in the picture", "px/s", 0, 1e6, 1200, "of what matters"),
                Parameter.number(
                    "widest", "Widest the lens opens", "f/", 0.7, 32, 1.8, "engraved on it"),
                Parameter.number(
                    "smallest",
                    "Smallest opening",
                    "f/",
                    2,
                    64,
                    22,
                    "f/18 to f/22 pay for long shutters (common practice)")));
    p.addAll(CameraBrief.CAMERA);
    return List.copyOf(p);
  }

  @Override
  public void derive(Derivation plan, Values v) {
    ShotSetting s = plan.setting();
    CameraBrief.dialogue(plan, v);
    double natural = Shutter.seconds(v.number("shutterDegrees"), s.rate());
    double look = Shutter.seconds(v.number("lookDegrees"), s.rate());
    double stops = Exposure.stopsLost(natural, look);
    plan.brief(
        "shutter",
        "shutter",
        f("%s · %s°", Shutter.text(look), n(v.number("lookDegrees"))),
        "the look; natural blur would be " + n(v.number("shutterDegrees")) + "°",
        "shutterSeconds",
        look);
    plan.asks("plate:natural", "shutterSeconds", natural);
    plan.free("plate:look", "fNumber", "iso");
    plan.brief(
        "fNumber-look",
        "stop for the look",
        f(
            "f/%.1f",
            Math.max(
                v.number("widest"),
                Math.min(v.number("smallest"), v.number("fNumber") * Math.pow(2, -stops / 2)))),
        "keeps the exposure as far as the lens goes");
    plan.plate(
        "plate:look",
        Plan.PlateKind.PERFORMANCE,
        "Performance in the look",
        "The moment itself at " + n(v.number("lookDegrees")) + "°, after the test was seen.",
        s.seconds(),
        false,
        "blur added in post to a natural plate");
    plan.plate(
        "plate:natural",
        Plan.PlateKind.PERFORMANCE,
        "Natural safety",
        "The same once more with a natural shutter: blur can be added, not taken away.",
        s.seconds(),
        false,
        "live with the look");
    plan.layer(
        "layer:look",
        "Performance in the look",
        "performance",
        "over",
        "none",
        "plate:look",
        List.of(
            plan.whole(
                Plan.SpanKind.PRESENT,
                f("blur %.0f px", Shutter.blurPx(v.number("pxPerSecond"), look)))));
    plan.grade();
    double opened = v.number("fNumber") * Math.pow(2, -stops / 2);
    boolean lens = opened >= v.number("widest") && opened <= v.number("smallest");
    plan.check(
        "light",
        "Light of the look",
        lens ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        stops >= 0
            ? f("%.2f stops to find, f/%.1f", stops, opened)
            : f("%.2f stops too many, f/%.1f", -stops, opened),
        stops >= 0
            ? "Pay with "
                + String.join(
                    "; ",
                    Exposure.waysToPay(
                        Math.min(20, stops),
                        v.number("fNumber"),
                        v.number("widest"),
                        v.number("iso")))
                + "."
            : f(
                "ND of %.1f stops.",
                -stops - 2 * Math.log(v.number("smallest") / v.number("fNumber")) / Math.log(2)),
        "S6",
        f("%s° to %s°", n(v.number("shutterDegrees")), n(v.number("lookDegrees"))),
        "log2 of the exposure times; ISO 2720 relation");
    plan.check(
        "blur",
        "What it does to movement",
        Plan.Grade.HOLDS,
        f(
            "%.1f px of blur instead of %.1f px",
            Shutter.blurPx(v.number("pxPerSecond"), look),
            Shutter.blurPx(v.number("pxPerSecond"), natural)),
        "",
        "S5",
        n(v.number("pxPerSecond")) + " px/s",
        "speed · exposure; definition");
    MainsFlicker.LampCheck lamps = MainsFlicker.check(s.mainsHz(), look, s.rate());
    plan.check(
        "flicker",
        "Lamps on the mains",
        lamps.steady() ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f("%.1f %% of the ripple left, beat %.2f Hz", lamps.rippleLeft() * 100, lamps.beatHz()),
        lamps.remedy(),
        "S7",
        n(s.mainsHz()) + " Hz",
        "|sin x ÷ x|; mean of a sinusoid over the exposure");
    plan.brief(
        "focalMm",
        "lens",
        f("%s mm", n(v.number("focalMm"))),
        "as tested",
        "focalMm",
        v.number("focalMm"));
    plan.brief("iso", "ISO", n(v.number("iso")), "as tested", "iso", v.number("iso"));
    plan.brief("rate", "rate", s.rate().name() + " fps", "production rate", "rate", s.rate());
    plan.datum(
        "datum:preset",
        "Test of the look",
        "What was tested, at which angle and opening, and the preset it is stored under.",
        Plan.Due.BEFORE_DAY);
    plan.task("task:composite", "Composite", TaskKind.COMPOSITE, 1, Difficulty.EASY);
    int n = s.cutFrames();
    double smear =
        Math.min(0.4, Shutter.blurPx(v.number("pxPerSecond"), look) / s.capture().width());
    plan.sketch(
        i -> {
          double x = 0.15 + 0.6 * i / Math.max(1, n - 1);
          return List.of(
              new Plan.SketchFigure("", "streak", Math.max(0, x - smear), x + 0.06, 0.3, 0.95, 0.5),
              new Plan.SketchFigure("performer", "figure", x, x + 0.12, 1));
        });
  }
}
