package bivex.core;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.reckon.Reckoner;
import bivex.core.reckon.Sum;
import bivex.core.time.FrameRate;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/**
 * The books of methods and sums are written from the code, so that they cannot drift from it:
 * {@code mvn -pl core test -Dtest=HandbookTest -Dwrite=true}.
 */
class HandbookTest {
  /** What each sum is checked against; a sum without an entry fails the build. */
  private static final Map<String, String> CHECKED =
      Map.ofEntries(
          Map.entry(
              "S1",
              "`TimecodeTest`: the labels of SMPTE ST 12-1; every label of a day stepped at 29.97"
                  + " and 59.94"),
          Map.entry(
              "S2",
              "`ConformTest`: 8×, 39.96 % and 80 % (common practice); a clock that plays frame by"
                  + " frame"),
          Map.entry(
              "S3",
              "`TurnoverTest`: every cut frame and handle one by one; round trip through an event"
                  + " line of SMPTE ST 258"),
          Map.entry("S4", "`MotionTest`: Hipparchus' Romberg integrator; 20 s in 2 s is 10×"),
          Map.entry(
              "S5",
              "`OpticsTest`, `ReckonerOracleTest`: the way of a dot while the shutter is open, step"
                  + " by step"),
          Map.entry(
              "S6", "`OpticsTest`: table of exposure values of ISO 2720; 3.32 and 4.38 stops"),
          Map.entry(
              "S7",
              "`LightTest`: the integral by brute force; 172.8°, 1/50, 1/60 (common practice)"),
          Map.entry(
              "S8",
              "`OpticsTest`: worked example H = 10.467 m; limits re-derived from the blur disc"),
          Map.entry(
              "S9",
              "`OpticsTest`, `ReckonerOracleTest`: rays traced through the lens; 0.0863 and 0.0245"
                  + " mm"),
          Map.entry("S10", "`OpticsTest`: what fits is projected again; 16:9 gains 1.778"),
          Map.entry(
              "S11",
              "`OpticsTest`: 40 against 240 mm at 1.8 m is 0.30 m; the depth of field at the"
                  + " opening found ends at both"),
          Map.entry("S12", "`OpticsTest`: 2.00× and 1.67×"),
          Map.entry(
              "S13",
              "`MotionTest`: 1.0309, 1.0614, 1.1511, 1.0997; every pixel on the frame's edge looked"
                  + " up"),
          Map.entry(
              "S14", "`MotionTest`: 12 frames at 24 fps rise 0.306 m; a fall stepped in time"),
          Map.entry("S15", "`DashTest`, `ReckonerOracleTest`: conservation of the way"),
          Map.entry("S16", "`MotionTest`: 3 m in 22 frames; second differences of the path are g"),
          Map.entry(
              "S16b",
              "`MotionTest`: every pair reckoned a second way; place, speed and end of the"
                  + " replacement"),
          Map.entry("S17", "`JoinPlanTest`: exhaustive search on 3000 small cases"),
          Map.entry(
              "S18",
              "`MotionTest`: 0.72° a frame, 32.2 px, 0.89 px; a point projected through the turn"),
          Map.entry("S19", "`ShootTest`, `ReckonerOracleTest`: 343.6 s, 18.75 GB; byte by byte"),
          Map.entry(
              "S20",
              "`SunTest`: worked example of NREL/TP-560-34302; an equinox; every pair of minutes"),
          Map.entry(
              "S21",
              "`LightTest`: the limit of WCAG 2.2 SC 2.3.1 and one beyond it; brute-force windows."
                  + " It warns and never clears"),
          Map.entry("S22", "`TurnoverTest`: every way a reading can fall, one by one"),
          Map.entry("S23", "`ReckonerTest`: 3840 in 1920 is 2.00×"),
          Map.entry("S24", "`TurnoverTest`: counting; 24 read as 30 turns ten seconds into eight"),
          Map.entry("S25", "`EffortTest`: textbook PERT activity (from memory); sums and factors"),
          Map.entry("S31", "`DialogueTest`: a clock that listens every hundredth of a second"),
          Map.entry("S32", "`NamePatternTest`: round trips"),
          Map.entry("S33", "`OffsetCopyTest`: a row of pixels that is walked through"),
          Map.entry("S34", "`PanParallaxTest`: bearings by arctangent; a lens on its pivot"),
          Map.entry("S35", "`ScreenRefreshTest`: a display lit line by line, counted"),
          Map.entry(
              "S36", "`DayForNightTest`: table of exposure values (from memory); light counted"),
          Map.entry("S37", "`MirrorSightTest`: the shortest way over the glass (Fermat)"),
          Map.entry("S38", "`CrowdTilesTest`: groups set down one by one"));

  /** What is measured on pictures and has no inputs that could be typed. */
  private static final String PLATES =
      """

      ## Measured on plates (the Bench)

      | what | how | checked by |
      |---|---|---|
      | S28 place | phase correlation of tiles (Kuglin and Hines 1975), similarity by \
      agreement, least squares of brightness with Tukey's weights (Beaton and Tukey 1974), \
      cubic sampling (Keys 1981) | `RegisteringTest`: known warps of open-licence photographs; \
      OpenCV as oracle |
      | S28 kind of motion | parts followed by least squares of brightness (Lucas and Kanade 1981); \
      the simplest of similarity, lens, skew, turn and plane that explains them | \
      `PlateTrialsTest`: scenes in layers that slide, cameras that turn, lenses and rows that bend, \
      walls that repeat |
      | S28 light | mode of log₂ of squares in linear light (IEC 61966-2-1), noise taken off \
      (Immerkær 1996) | `PlateComparisonTest`: known exposures, ramps and tints; Planck's law \
      for mired |
      | S28 colour | CIEDE2000 | `ColorDifferenceTest`: seventeen pairs of Sharma, Wu and Dalal 2005 |
      | S28 sharpness | fall of power with frequency against a Gaussian | `PlateComparisonTest`: known blurs |
      | S29 join | dynamic programming over difference and edges; 0.0025 stop a px of feather by \
      the median step over a tenth of the height, half as much for red against blue, 0.01 stop a \
      frame of fade (the project's own) | `JoinFinderTest`: every way on small pictures; \
      `PlateJoinTest`: feather against the step that was put in |
      | zones | difference from the clean plate beyond five times the noise; sway by correlation of \
      blocks within 6 px, shadow by evenly darker cells that hang on somebody | `PlateZonesTest`: \
      figures, wind, touches and shadows at known places |
      | lay-back | the registration as matrix, corners and gains; ASC CDL 1.2 | `LayBackTest`: \
      carried out by OpenCV; `BenchTest`: by ffmpeg |
      | flicker | strongest wave of the median light of squares, against twice the mains | \
      `TakeWatchTest`: 100 Hz seen at 24 fps beats at 4 Hz (definition) |
      | touch of the camera | jump of the place most tiles agree on | `TakeWatchTest`: a known \
      shift at a known frame |
      | S24 files | counting | `TurnoverFilesTest` |
      | solve | root mean square at HD; 1.5 px for soft or distant things (common practice, no \
      source) | `TurnoverFilesTest` |
      """;

  @Test
  void theBookOfSumsIsTheCode() throws IOException {
    StringBuilder b =
        new StringBuilder(
            "# Sums and their sources\n\n"
                + "Written from the code by `HandbookTest`; do not edit. Every sum is public Java"
                + " in `core/`, offered by the reckoner (`=`) and by\n"
                + "`POST /api/sums/{id}` with a flat JSON object of its inputs; what is left out"
                + " takes its default. Input out of range is refused by the name of\n"
                + "the field (problem document, status 422). Results come rounded to be read"
                + " (`value`) and at full precision (`number`, `series`).\n");
    for (Sum s : Reckoner.sums()) {
      assertThat(CHECKED).as("what " + s.id() + " is checked against").containsKey(s.id());
      b.append("\n## ")
          .append(s.id())
          .append(" ")
          .append(s.title())
          .append("\n\n")
          .append(s.formula())
          .append(".  \nSource: ")
          .append(s.source())
          .append(".  \nChecked by ")
          .append(CHECKED.get(s.id()))
          .append(".\n\n| input | what | unit | range | default |\n|---|---|---|---|---|\n");
      s.inputs().forEach(p -> b.append(row(p, p.label())));
      b.append("\nGives ")
          .append(
              Reckoner.reckon(s.id(), Map.of()).stream()
                  .map(r -> "`" + r.key() + "`" + (r.unit().isEmpty() ? "" : " " + r.unit()))
                  .collect(Collectors.joining(", ")))
          .append(".\n");
    }
    b.append("\n## Effort: planning defaults\n\nHours per unit at fair pictures; easy × ")
        .append(Difficulty.EASY.factor())
        .append(", hard × ")
        .append(Difficulty.HARD.factor())
        .append(
            ". This project's own, without a published source; each production may set its own and"
                + " correct them from hours\n"
                + "really taken, on request.\n\n"
                + "| work | counted by | low | likely | high |\n"
                + "|---|---|---|---|---|\n");
    for (TaskKind k : TaskKind.values()) {
      var e = k.perUnit(Difficulty.FAIR);
      b.append("| ")
          .append(k.words())
          .append(" | ")
          .append(k.driver())
          .append(" | ")
          .append(e.low())
          .append(" | ")
          .append(e.likely())
          .append(" | ")
          .append(e.high())
          .append(" |\n");
    }
    b.append(
        "\n"
            + "## Rules of thumb inside\n\n"
            + "The match guard's tolerances (0.05 stop, 1 px, 3 mired, 5 mm of height, 0.2 % of"
            + " size) and the rescue ranking\n"
            + "(suits · sharpness · cover · (1 − made-up) · (1 − held ÷ 2) ÷ (1 + hours ÷ 40)) are"
            + " this project's own. The finish date of the Owed desk is open expected hours\n"
            + "over the hours of everybody who is there: a bound, not a schedule.\n");
    b.append(PLATES);
    same(Path.of("../docs/sums.md"), b.toString());
  }

  @Test
  void theBookOfMethodsIsTheCode() throws IOException {
    StringBuilder b =
        new StringBuilder(
            "# Method book\n\n"
                + "Written from the code by `HandbookTest`; do not edit. A method is data plus"
                + " rules: one file in `core/…/method`, a line in `META-INF/services`, its\n"
                + "tests. From the shot's numbers and its parameters it derives layers, plates,"
                + " match rules, camera brief, elements, aids, tasks, frame plan, checks\n"
                + "with remedies, cautions and drawings. Methods on one shot share a clean plate,"
                + " unite their match sets and add up their work; of a number that\n"
                + "both want the stricter is kept and it is said; where two rules cannot both hold,"
                + " the way out is named. What is listed here is owed with the\n"
                + "usual numbers: 24 fps, 3840 × 2160 into 1920 × 1080, 120 frames, 36 mm sensor,"
                + " 50 Hz.\n");
    Method.Chapter chapter = null;
    ShotSetting usual =
        new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);
    for (Method m : MethodBook.all()) {
      if (m.chapter() != chapter) {
        chapter = m.chapter();
        b.append("\n# ").append(m.id().charAt(0)).append(". ").append(chapter.words()).append('\n');
      }
      Plan p = MethodBook.derive(usual, List.of(new MethodChoice(m.id(), Map.of(), "")));
      b.append("\n## ")
          .append(m.id())
          .append(" ")
          .append(m.name())
          .append("\n\n")
          .append(m.summary())
          .append("  \n*Right when:* ")
          .append(m.rightWhen())
          .append("\n\n");
      list(
          b,
          "Plates",
          p.plates().stream().map(x -> x.label() + (x.inSet() ? " (match set)" : "")).toList());
      list(b, "Stack, bottom to top", p.layers().stream().map(Plan.Layer::label).toList());
      list(
          b,
          "Elements",
          p.elements().stream()
              .map(x -> x.label() + " (" + x.source().words() + ", " + x.blend() + ")")
              .toList());
      list(
          b,
          "Work",
          p.tasks().stream()
              .map(x -> x.label() + " (" + trimmed(x.units()) + " × " + x.kind().words() + ")")
              .toList());
      list(b, "Asked", p.data().stream().map(Plan.Datum::label).toList());
      list(b, "Aids", p.aids().stream().map(Plan.Aid::label).toList());
      list(b, "Cautions", p.cautions().stream().map(x -> x.ask() + ": " + x.text()).toList());
      b.append("\n| check | sum | formula and source |\n|---|---|---|\n");
      p.checks()
          .forEach(
              c ->
                  b.append("| ")
                      .append(c.title())
                      .append(" | ")
                      .append(c.sum())
                      .append(" | ")
                      .append(cell(c.formula()))
                      .append(" |\n"));
      b.append(
          "\n| parameter | unit | range | default | why that default |\n|---|---|---|---|---|\n");
      m.parameters()
          .forEach(
              q ->
                  b.append("| ")
                      .append(q.label())
                      .append(" | ")
                      .append(cell(q.unit()))
                      .append(" | ")
                      .append(cell(range(q)))
                      .append(" | ")
                      .append(cell(fallback(q)))
                      .append(" | ")
                      .append(cell(q.reason()))
                      .append(" |\n"));
    }
    same(Path.of("../docs/methods.md"), b.toString());
  }

  private static void list(StringBuilder b, String title, List<String> items) {
    if (!items.isEmpty()) {
      b.append("- **").append(title).append(":** ").append(String.join("; ", items)).append('\n');
    }
  }

  private static String row(Parameter p, String what) {
    return "| `"
        + p.key()
        + "` | "
        + cell(what)
        + " | "
        + cell(p.unit())
        + " | "
        + cell(range(p))
        + " | "
        + cell(fallback(p))
        + " |\n";
  }

  private static String range(Parameter p) {
    return switch (p.kind()) {
      case NUMBER, WHOLE -> trimmed(p.min()) + " to " + trimmed(p.max());
      case YES_NO -> "yes, no";
      case CHOICE -> String.join(", ", p.choices());
      case TEXT -> "text";
      case ZONES -> "part, frame, left, right; shares of the width 0 to 1";
      case ROWS -> "rows of " + String.join(", ", p.choices());
    };
  }

  private static String fallback(Parameter p) {
    return switch (p.kind()) {
      case NUMBER, WHOLE -> trimmed(((Number) p.fallback()).doubleValue());
      case YES_NO -> Boolean.TRUE.equals(p.fallback()) ? "yes" : "no";
      case ZONES -> ((List<?>) p.fallback()).size() + " entries";
      default -> String.valueOf(p.fallback());
    };
  }

  private static String trimmed(double x) {
    return x == Math.rint(x)
        ? String.format(Locale.ROOT, "%d", (long) x)
        : Double.toString(Math.rint(x * 1e6) / 1e6);
  }

  private static String cell(String s) {
    return s.replace("|", "\\|");
  }

  private static void same(Path file, String wanted) throws IOException {
    if (Boolean.getBoolean("write")) {
      Files.writeString(file, wanted);
    }
    List<String> have = Files.readString(file, StandardCharsets.UTF_8).lines().toList();
    assertThat(have)
        .as(file + " is not what the code says; run this test with -Dwrite=true")
        .isEqualTo(new ArrayList<>(wanted.lines().toList()));
  }
}
