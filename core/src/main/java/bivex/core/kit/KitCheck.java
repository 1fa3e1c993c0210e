package bivex.core.kit;

import bivex.core.Said;
import bivex.core.method.Plan;
import bivex.core.method.Plan.Grade;
import bivex.core.method.ShotSetting;
import bivex.core.motion.HeadPasses;
import bivex.core.optics.Raster;
import bivex.core.optics.Reframe;
import bivex.core.shoot.CameraData;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A plan's rates, rasters and lenses against the cameras that are really there. */
public final class KitCheck {
  /** A crop up to here is not seen; a fiftieth of the width. */
  private static final double SEEN_CROP = 1.02;

  /**
   * A head that is off by more leaves a join that no feather hides (common practice, no source).
   */
  private static final double MOST_FEATHERED_PX = 8;

  private KitCheck() {}

  /**
   * What plates ask, and who can.
   *
   * @param asks rate and raster, in words
   * @param plates their labels
   * @param answers of each body, the best first
   * @param lens of the lenses that are there; null where nothing is asked or none are known
   */
  public record KitNeed(String asks, List<String> plates, List<KitAnswer> answers, KitLens lens) {
    /** The best a body can do; what fails where none is known. */
    public Grade grade() {
      return answers.isEmpty() ? Grade.DOUBTFUL : answers.get(0).grade();
    }
  }

  /**
   * What a body can do for it.
   *
   * @param mode in which; what it is nearest to where it cannot
   * @param figure what that means for picture, frame and card
   * @param remedy what to do where it does not hold
   */
  public record KitAnswer(String body, String mode, Grade grade, String figure, String remedy) {}

  /**
   * Whether a head that is there repeats a move well enough.
   *
   * @param head its name
   */
  public record KitHead(String head, Grade grade, String figure, String remedy) {}

  /** Whether a lens that is there is long, wide and near enough. */
  public record KitLens(Grade grade, String figure, String remedy) {}

  private record Asked(FrameRate rate, Raster raster) {}

  /** One need for each rate and raster that plates ask for. */
  public static List<KitNeed> of(Plan plan, ShotSetting setting, Kit kit) {
    Map<Asked, List<Plan.Plate>> by = new LinkedHashMap<>();
    for (Plan.Plate p : plan.plates()) {
      CameraData c = p.asks().camera();
      if (c.rate() != null) {
        by.computeIfAbsent(
                new Asked(c.rate(), c.raster() == null ? setting.capture() : c.raster()),
                k -> new ArrayList<>())
            .add(p);
      }
    }
    List<KitNeed> out = new ArrayList<>();
    by.forEach(
        (asked, plates) ->
            out.add(
                new KitNeed(
                    Said.of("%s fps, %s", asked.rate.name(), asked.raster.text()),
                    plates.stream().map(Plan.Plate::label).toList(),
                    kit.bodies().stream()
                        .map(b -> best(b, asked, plates, setting, kit.media()))
                        .sorted(Comparator.comparing(KitAnswer::grade))
                        .toList(),
                    lens(plates, kit))));
    return List.copyOf(out);
  }

  /**
   * What the heads that are there do to a move that is repeated; empty where none is, or no head is
   * known. An error of the head is seen as focal length in px times its tangent.
   */
  public static List<KitHead> heads(Plan plan, ShotSetting s, Kit kit) {
    if (plan.checks().stream().noneMatch(Plan.Check::whileRolling)) {
      return List.of();
    }
    double focal =
        plan.plates().stream()
            .map(p -> p.asks().camera().focalMm())
            .filter(f -> f != null)
            .mapToDouble(Double::doubleValue)
            .max()
            .orElse(0);
    if (focal == 0) {
      return List.of();
    }
    double focalPx = focal / s.sensorWidthMm() * s.delivery().width();
    return kit.heads().stream()
        .map(h -> head(h, focal, focalPx * Math.tan(Math.toRadians(h.repeatDeg()))))
        .sorted(Comparator.comparing(KitHead::grade))
        .toList();
  }

  private static KitHead head(Head h, double focal, double px) {
    Grade grade =
        px <= HeadPasses.HELD_PX
            ? Grade.HOLDS
            : px <= MOST_FEATHERED_PX ? Grade.DOUBTFUL : Grade.FAILS;
    return new KitHead(
        h.name(),
        grade,
        Said.of(
            "off by up to %.1f px of the delivered picture at %.0f mm (%.3f°)",
            px, focal, h.repeatDeg()),
        switch (grade) {
          case HOLDS -> "";
          case DOUBTFUL ->
              Said.of(
                  "feather the joins at least %.0f px, or settle the passes on each other in post",
                  Math.max(30, 6 * px));
          case FAILS -> "lock the camera and make the move in post, or hire a head that repeats";
        });
  }

  private static KitAnswer best(
      CameraBody body, Asked asked, List<Plan.Plate> plates, ShotSetting s, List<Medium> media) {
    List<CameraMode> fit =
        body.modes().stream().filter(m -> m.rate().compareTo(asked.rate) == 0).toList();
    if (fit.isEmpty()) {
      return slower(body, asked, s);
    }
    return fit.stream()
        .map(m -> answer(body, m, asked, plates, s, media))
        .min(Comparator.comparing(KitAnswer::grade))
        .orElseThrow();
  }

  private static KitAnswer answer(
      CameraBody body,
      CameraMode m,
      Asked asked,
      List<Plan.Plate> plates,
      ShotSetting s,
      List<Medium> media) {
    double reserve = Reframe.reserve(m.raster(), s.delivery(), 1);
    double wanted = Reframe.reserve(asked.raster, s.delivery(), 1);
    double crop = s.sensorWidthMm() / m.usedWidthMm();
    double minutes = plates.stream().mapToDouble(Plan.Plate::seconds).max().orElse(0) / 60;
    double iso =
        plates.stream()
            .map(p -> p.asks().camera().iso())
            .filter(i -> i != null)
            .mapToDouble(Double::doubleValue)
            .max()
            .orElse(0);
    Double focal = plates.get(0).asks().camera().focalMm();
    List<String> doubts = new ArrayList<>();
    if (reserve < wanted - 1e-9) {
      doubts.add(
          reserve < 1
              ? Said.of(
                  "it is soft by %.0f %%; deliver smaller, or use another body",
                  100 * (1 - reserve))
              : Said.of("no push beyond %.2f×", reserve));
    }
    if (crop > SEEN_CROP || crop < 1 / SEEN_CROP) {
      doubts.add(
          focal == null
              ? Said.of("stand %.2f× as far away", crop)
              : Said.of(
                  "%.0f mm for %.0f mm, or %.2f× the distance, whose perspective is another",
                  focal / crop, focal, crop));
    }
    if (m.longestMinutes() > 0 && minutes > m.longestMinutes()) {
      doubts.add(
          Said.of(
              "a clip lasts %.1f min and %.1f are wanted: in parts", m.longestMinutes(), minutes));
    }
    if (iso > body.highestIso()) {
      doubts.add(
          Said.of(
              "%.0f ISO is over the %.0f you accept: %.1f stops more light",
              iso, (double) body.highestIso(), Math.log(iso / body.highestIso()) / Math.log(2)));
    }
    List<Medium> fast = media.stream().filter(c -> c.megabits() >= m.megabits()).toList();
    double held =
        fast.stream().mapToDouble(c -> c.gigabytes() * c.count()).sum() / m.gigabytesAMinute();
    if (!media.isEmpty() && fast.isEmpty()) {
      doubts.add(Said.of("no card that is there takes %.0f Mb/s", m.megabits()));
    }
    double wantedMinutes = plates.stream().mapToDouble(p -> p.seconds() * p.takes()).sum() / 60;
    if (!fast.isEmpty() && held < wantedMinutes) {
      doubts.add(
          Said.of(
              "the cards hold %.0f min and its takes are %.0f: clear some between",
              held, wantedMinutes));
    }
    return new KitAnswer(
        body.name(),
        mode(m),
        doubts.isEmpty() ? Grade.HOLDS : Grade.DOUBTFUL,
        Said.of(
                "%.2f source px a delivered one, crop %.2f×, %.1f GB a minute",
                reserve, crop, m.gigabytesAMinute())
            + (fast.isEmpty() ? "" : Said.of(", %.0f min on the cards", held)),
        String.join("; ", doubts));
  }

  /**
   * The next faster mode, which the plan can be set to; else what the fastest leaves to be made up.
   */
  private static KitAnswer slower(CameraBody body, Asked asked, ShotSetting s) {
    Comparator<CameraMode> larger =
        Comparator.comparingDouble(m -> -Reframe.reserve(m.raster(), s.delivery(), 1));
    CameraMode faster =
        body.modes().stream()
            .filter(m -> m.rate().compareTo(asked.rate) > 0)
            .min(Comparator.comparing(CameraMode::rate).thenComparing(larger))
            .orElse(null);
    if (faster != null) {
      return new KitAnswer(
          body.name(),
          mode(faster),
          Grade.DOUBTFUL,
          left(faster, s),
          Said.of(
              "set %s fps in the plan: the speeds stay, cadence and light are reckoned anew",
              faster.rate().name()));
    }
    CameraMode fastest =
        body.modes().stream()
            .min(Comparator.comparing(CameraMode::rate).reversed().thenComparing(larger))
            .orElseThrow();
    return new KitAnswer(
        body.name(),
        mode(fastest),
        Grade.FAILS,
        left(fastest, s),
        Said.of(
            "at %s fps %.0f %% of the frames that are read are made up: try it on the fastest"
                + " thing, or let it be faster",
            fastest.rate().name(), 100 * (1 - fastest.rate().fps() / asked.rate.fps())));
  }

  private static String left(CameraMode m, ShotSetting s) {
    return Said.of(
        "not at this rate; %.2f source px a delivered one, crop %.2f×",
        Reframe.reserve(m.raster(), s.delivery(), 1), s.sensorWidthMm() / m.usedWidthMm());
  }

  private static String mode(CameraMode m) {
    return (m.name().isEmpty() ? "" : m.name() + ", ")
        + Said.of("%s fps, %s", m.rate().name(), m.raster().text());
  }

  /** The worst of what the plates ask for. */
  private static KitLens lens(List<Plan.Plate> plates, Kit kit) {
    return plates.stream()
        .map(p -> p.asks().camera())
        .filter(c -> c.focalMm() != null && !kit.lenses().isEmpty())
        .map(c -> lens(c, kit))
        .max(Comparator.comparing(KitLens::grade))
        .orElse(null);
  }

  private static KitLens lens(CameraData c, Kit kit) {
    List<Lens> longEnough = kit.lenses().stream().filter(l -> l.has(c.focalMm())).toList();
    if (longEnough.isEmpty()) {
      return new KitLens(
          Grade.FAILS,
          Said.of("no lens has %.0f mm", c.focalMm()),
          "Hire one, or set a focal length that is there in the plan.");
    }
    List<Lens> near =
        longEnough.stream()
            .filter(
                l ->
                    (c.focusM() == null || l.nearestM() <= c.focusM() + 1e-9)
                        && (c.fNumber() == null || l.widest() <= c.fNumber() + 1e-9))
            .toList();
    if (near.isEmpty()) {
      Lens l = longEnough.get(0);
      return new KitLens(
          Grade.DOUBTFUL,
          Said.of("%s opens to f/%.1f and focuses from %.2f m", l.name(), l.widest(), l.nearestM()),
          "Stand further back, or take another lens.");
    }
    Lens still = near.stream().filter(l -> !l.breathes()).findFirst().orElse(near.get(0));
    return new KitLens(
        still.breathes() ? Grade.DOUBTFUL : Grade.HOLDS,
        still.name(),
        still.breathes()
            ? "It breathes: focus is not touched between plates that must match."
            : "");
  }
}
