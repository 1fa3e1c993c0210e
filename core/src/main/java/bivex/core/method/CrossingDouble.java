package bivex.core.method;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.plate.Zone;
import java.util.ArrayList;
import java.util.List;

/**
 * A2: a locked double in which a limb, a prop or a body passes the join, or goes behind or in front
 * of another part.
 */
public final class CrossingDouble implements Method {
  private final LockedDouble locked = new LockedDouble();

  @Override
  public String id() {
    return "A2";
  }

  @Override
  public String name() {
    return "Crossing double";
  }

  @Override
  public Chapter chapter() {
    return Chapter.DOUBLES;
  }

  @Override
  public String summary() {
    return "Doubles of whom one reaches, leans or walks across the other: a split, and a hand matte"
        + " for exactly the frames that cross.";
  }

  @Override
  public String rightWhen() {
    return "The crossing is short. A coloured screen instead only if it is out of everyone's way in"
        + " every frame.";
  }

  @Override
  public List<String> cues() {
    return List.of(
        "across herself",
        "across himself",
        "takes from herself",
        "between them",
        "embrace",
        "slap",
        "arm over");
  }

  @Override
  public List<Parameter> parameters() {
    List<Parameter> p =
        new ArrayList<>(
            List.of(
                Parameter.choice(
                    "contact",
                    "Contact",
                    List.of("none", "staged blow", "staged hold"),
                    "a blow or a hold is staged and sold by angle and sound"),
                Parameter.yesNo(
                    "secondAngle",
                    "Second angle to sell it",
                    false,
                    "another perspective makes the eye believe the first"),
                Parameter.choice(
                    "separate",
                    "Cut out by",
                    List.of("hand matte", "coloured screen"),
                    "the screen only if it is out of everyone's way")));
    for (Parameter q : locked.parameters()) {
      p.add(
          q.key().equals("zones")
              ? q.startingAt(
                  List.of(
                      new Zone(1, 0, 0.08, 0.42),
                      new Zone(2, 0, 0.58, 0.92),
                      new Zone(2, 36, 0.58, 0.92),
                      new Zone(2, 40, 0.38, 0.92),
                      new Zone(2, 52, 0.38, 0.92),
                      new Zone(2, 56, 0.58, 0.92)),
                  "one reaches over for half a second")
              : q);
    }
    return p;
  }

  @Override
  public void derive(Derivation plan, Values v) {
    boolean staged = !v.word("contact").equals("none");
    boolean screen = v.word("separate").equals("coloured screen");
    boolean crosses = locked.derive(plan, v, screen) > 0;
    plan.check(
        "crosses",
        "Something crosses",
        crosses ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        crosses
            ? "the crossing frames are owed as a matte"
            : "nothing crosses the join in any frame",
        "Plan it as a locked double: it needs no matte by hand.",
        "S17",
        "zones of the parts",
        "definition");
    if (screen) {
      plan.aid(
          "aid:screen",
          "Coloured screen behind the limb that crosses",
          "a key instead of the hand matte",
          "out of every other part's way in every frame; lit evenly, not on the performer");
      plan.task(
          plan.own("task:key"),
          "Key of what crosses",
          TaskKind.KEY,
          crosses ? 1 : 0,
          Difficulty.FAIR);
    }
    if (staged) {
      plan.caution(
          "caution:contact",
          v.word("contact").equals("staged hold")
              ? "Staged hold: no weight on throat, chest or joints, let go at a word, rehearsed"
                  + " slowly."
              : "Staged blow: distance and angle hide the gap; rehearsed slowly, never thrown at a"
                  + " face.",
          "stunt coordinator");
      plan.task(
          plan.own("task:hits"), "Sound hits of the contact", TaskKind.SOUND, 1, Difficulty.FAIR);
      plan.datum(
          "datum:angle",
          "Angle that hides the gap",
          "Which side the camera stands so that the gap between hand and face is not seen.",
          Plan.Due.BEFORE_DAY);
    }
    if (staged || v.yes("secondAngle")) {
      plan.plate(
          "plate:second-angle",
          Plan.PlateKind.INSERT,
          "Second angle",
          "The same moment from another side, with a stand-in's back or hands.",
          plan.setting().seconds(),
          false,
          "cut away to a face instead");
    }
  }
}
