package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.method.Plan.Grade;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import bivex.core.time.Motion;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Retimed footage over all methods, production rates and usual capture rates: what is called even
 * is even, counted frame by frame, and advice that is followed makes it so.
 */
class CadenceTest {
  private static final List<FrameRate> PRODUCTION =
      List.of(FrameRate.FILM, FrameRate.PAL, FrameRate.of(30), FrameRate.FILM_NTSC);
  private static final List<Double> SPEEDS = List.of(0.1, 0.25, 0.4, 0.5, 1.0, 1.2, 1.25, 2.0, 3.0);

  /** Names under which methods ask for a speed, and what their number is divided by. */
  private static final Map<String, Double> SPEED =
      Map.of(
          "speed",
          1.0,
          "straightSpeed",
          1.0,
          "slowSpeed",
          1.0,
          "worldSpeed",
          1.0,
          "launchPct",
          100.0,
          "retimePct",
          100.0);

  private static final Pattern PLAY = Pattern.compile("Play it at ([\\d.]+)(×| %)");
  private static final Pattern CAPTURE = Pattern.compile("capture at ([\\d./]+) fps");

  private static ShotSetting setting(FrameRate rate) {
    return new ShotSetting(rate, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);
  }

  private static Plan derive(FrameRate rate, Method m, Map<String, Object> values) {
    return MethodBook.derive(setting(rate), List.of(new MethodChoice(m.id(), values, "")));
  }

  /** Even by walking: the frame shown at each step, half a frame of drift allowed at the end. */
  private static boolean even(Conform c, double speed, int frames) {
    long whole = Math.max(1, Math.round(c.step(speed)));
    for (int i = 0; i < frames; i++) {
      if (Math.round(i * c.step(speed)) != i * whole) {
        return false;
      }
    }
    return true;
  }

  @Test
  void whatIsCalledEvenIsEvenFrameByFrame() {
    for (FrameRate p : PRODUCTION) {
      for (FrameRate r : Motion.USUAL) {
        for (double speed : SPEEDS) {
          Conform c = new Conform(p, r);
          Motion m = Motion.of(c, speed, 120);
          assertThat(m.how() == Motion.How.EVEN)
              .as("%s× of %s fps into %s", speed, r.name(), p.name())
              .isEqualTo(even(c, speed, 120));
        }
      }
    }
    // 60 fps at half speed into 24: a step of 1.25 stutters; from 24 half the frames are made up.
    assertThat(Motion.of(new Conform(FrameRate.FILM, FrameRate.of(60)), 0.5, 120).how())
        .isEqualTo(Motion.How.FAILS);
    assertThat(Motion.of(new Conform(FrameRate.FILM, FrameRate.FILM), 0.5, 120))
        .isEqualTo(new Motion(0.5, 0.5, 0, Motion.How.DOUBTFUL));
    assertThat(Motion.of(new Conform(FrameRate.FILM, FrameRate.of(240)), 1 / 40.0, 120).how())
        .as("three of four frames made up")
        .isEqualTo(Motion.How.FAILS);
    assertThat(Motion.of(new Conform(FrameRate.FILM, FrameRate.of(60)), 1.25, 120).uneven())
        .as("3.125 frames a step: one in eight is a frame longer")
        .isEqualTo(0.125);
  }

  @Test
  void adviceOnCadenceIsFollowedAndThenHolds() {
    int followed = 0;
    for (FrameRate p : PRODUCTION) {
      for (Method m : MethodBook.all()) {
        List<String> speeds =
            m.parameters().stream().map(Parameter::key).filter(SPEED::containsKey).toList();
        boolean capture = m.parameters().stream().anyMatch(q -> q.key().equals("capture"));
        for (String speed : speeds) {
          for (double times : SPEEDS) {
            for (FrameRate r : capture ? Motion.USUAL : List.of(p)) {
              Map<String, Object> values = new HashMap<>();
              values.put(speed, times * SPEED.get(speed));
              if (capture) {
                values.put("capture", r.text());
              }
              followed += follow(p, m, speed, values);
            }
          }
        }
      }
    }
    assertThat(followed).as("pieces of advice that were followed").isGreaterThan(2000);
  }

  /** Follows every piece of advice on the cadence of a speed; how many there were. */
  private static int follow(FrameRate p, Method m, String speed, Map<String, Object> values) {
    Plan plan;
    try {
      plan = derive(p, m, values);
    } catch (bivex.core.InvalidInput e) {
      // A speed that leaves no room in the cut, or out of the method's range, is refused by name.
      return 0;
    }
    int n = 0;
    for (Plan.Check c : plan.checks()) {
      if (!about(c, speed) || c.grade() == Grade.HOLDS) {
        continue;
      }
      Matcher play = PLAY.matcher(c.remedy());
      assertThat(play.find()).as(c.remedy()).isTrue();
      n += holds(p, m, c.key(), values, speed, Double.parseDouble(play.group(1)));
      Matcher at = CAPTURE.matcher(c.remedy());
      if (at.find()) {
        assertThat(Motion.USUAL).contains(FrameRate.parse(at.group(1)));
        n += holds(p, m, c.key(), values, "capture", FrameRate.parse(at.group(1)).text());
      }
    }
    return n;
  }

  private static boolean about(Plan.Check c, String speed) {
    return switch (speed) {
      case "slowSpeed" -> c.key().endsWith("cadence-slow");
      case "worldSpeed" -> c.key().endsWith("cadence-world");
      default -> c.key().matches(".*/cadence(-first|-second)?");
    };
  }

  private static int holds(
      FrameRate p,
      Method m,
      String check,
      Map<String, Object> values,
      String key,
      Object followed) {
    Map<String, Object> then = new HashMap<>(values);
    then.put(key, followed);
    Plan plan;
    try {
      plan = derive(p, m, then);
    } catch (bivex.core.InvalidInput e) {
      return 0;
    }
    assertThat(plan.checks().stream().filter(c -> c.key().equals(check)))
        .as("%s at %s with %s: %s followed to %s", m.id(), p.name(), values, key, followed)
        .allMatch(c -> c.grade() == Grade.HOLDS);
    return 1;
  }

  /** A method taken as it comes stutters at no production rate. */
  @Test
  void theUsualNumbersOfEveryMethodMoveEvenlyAtEveryProductionRate() {
    List<String> uneven = new ArrayList<>();
    for (FrameRate p : FrameRate.PRODUCTION_RATES) {
      for (Method m : MethodBook.all()) {
        // No usual camera gives a rate at which half speed is even in 48.
        boolean none = m.id().equals("F4") && p.equals(FrameRate.of(48));
        for (Plan.Check c : none ? List.<Plan.Check>of() : derive(p, m, Map.of()).checks()) {
          if (c.key().contains("cadence") && c.grade() != Grade.HOLDS) {
            uneven.add(m.id() + " at " + p.name() + ": " + c.title() + ", " + c.figure());
          }
        }
      }
    }
    assertThat(uneven).isEmpty();
  }
}
