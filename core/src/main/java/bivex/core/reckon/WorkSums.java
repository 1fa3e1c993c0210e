package bivex.core.reckon;

import static bivex.core.reckon.Inputs.RATE;
import static bivex.core.reckon.Sum.number;
import static bivex.core.reckon.Sum.series;
import static bivex.core.reckon.Sum.words;

import bivex.core.InvalidInput;
import bivex.core.effort.Calibration;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementMargin;
import bivex.core.parameter.Parameter;
import bivex.core.script.Dialogue;
import bivex.core.shoot.MediaBudget;
import bivex.core.shot.NamePattern;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Sums of the shoot and the work: S19, S23, S25, S31, S32. */
final class WorkSums {
  static final List<Sum> ALL = List.of(media(), element(), effort(), dialogue(), names());

  private WorkSums() {}

  private static Sum media() {
    return new Sum(
        "S19",
        "Battery and card",
        "GB = Mb/s · s ÷ 8000",
        "definition; FAT32 file limit 4 GiB − 1",
        List.of(
            Parameter.number(
                "recordMinutes", "Recording", "min", 0.01, 10_000, 12, "all takes together"),
            Parameter.number(
                "standbyMinutes", "Standby", "min", 0, 10_000, 8, "camera on, not recording"),
            Parameter.number(
                "batteryMinutes", "One battery", "min", 1, 10_000, 22, "20 to 25 is usual"),
            Parameter.number(
                "megabits", "Recording", "Mb/s", 0.1, 10_000, 100, "as set in the camera"),
            Parameter.number("cardGb", "Free on the card", "GB", 0.1, 100_000, 64, "decimal"),
            Parameter.number(
                "takeSeconds",
                "Longest take",
                "s",
                0.1,
                100_000,
                60,
                "to see whether it is cut in two files")),
        v -> {
          MediaBudget b =
              MediaBudget.of(
                  v.number("recordMinutes"),
                  v.number("standbyMinutes"),
                  v.number("batteryMinutes"),
                  v.number("megabits"),
                  v.number("cardGb"));
          double segment =
              MediaBudget.segmentSeconds(v.number("megabits"), MediaBudget.FAT32_FILE_BYTES);
          return List.of(
              number("minutesNeeded", "Camera on", 1, b.minutesNeeded(), "min"),
              number("minutesLeft", "Battery left", 1, b.minutesLeft(), "min"),
              number("gigabytes", "Recorded", 2, b.gigabytes(), "GB"),
              number("gigabytesLeft", "Card left", 2, b.gigabytesLeft(), "GB"),
              number("segmentSeconds", "New file after, on a 4 GiB card", 1, segment, "s"),
              words(
                  "straddles",
                  "The longest take",
                  v.number("takeSeconds") > segment
                      ? "is cut in " + (int) Math.ceil(v.number("takeSeconds") / segment) + " files"
                      : "fits in one file"));
        });
  }

  private static Sum element() {
    return new Sum(
        "S23",
        "Element margin",
        "margin = element px ÷ placed px",
        "definition",
        List.of(
            Parameter.number("elementPx", "Element is wide", "px", 1, 1e6, 3840, "its own raster"),
            Parameter.number(
                "placedPx", "Placed at", "px", 1, 1e6, 1920, "in the delivered frame")),
        v -> {
          ElementMargin m = ElementMargin.of(v.number("elementPx"), v.number("placedPx"));
          return List.of(
              number("margin", "Margin", 2, m.margin(), "×"),
              number("closer", "Shot may go closer by", 2, m.closer(), "×"),
              words("enough", "It is", m.enough() ? "large enough" : "enlarged and soft"));
        });
  }

  private static Sum effort() {
    return new Sum(
        "S25",
        "Effort",
        "units × rate; mean = (low + 4·likely + high) ÷ 6; variance = ((high − low) ÷ 6)²",
        "PERT three-point estimate; rates are this project's own planning defaults",
        List.of(
            Parameter.choice(
                "kind",
                "Work",
                Arrays.stream(TaskKind.values()).map(TaskKind::words).toList(),
                "by its driver"),
            Parameter.number("units", "How many", "", 0, 1e6, 14, "frames, joins, layers…"),
            Parameter.choice(
                "difficulty",
                "Pictures",
                List.of("fair", "easy", "hard"),
                "blur, hair and like colours are hard"),
            Parameter.choice(
                "school",
                "Estimate",
                List.of("three points", "one figure"),
                "one figure is right when the same work was just done; three where it was not"),
            Parameter.number("hoursPerDay", "Hours a day", "h", 1, 24, 8, "of the production"),
            Parameter.rows(
                "points",
                "Own three points",
                List.of("low h", "likely h", "high h"),
                0,
                1e6,
                List.of(),
                "tasks of your own, to be summed; empty for none"),
            Parameter.rows(
                "done",
                "Work that is done",
                List.of("estimated h", "actual h"),
                0,
                1e6,
                List.of(),
                "to see the factor between them; empty for none")),
        v -> {
          TaskKind k = TaskKind.of(v.word("kind"));
          Estimate spread =
              EffortRates.DEFAULTS.hours(k, v.number("units"), Difficulty.of(v.word("difficulty")));
          Estimate e =
              v.word("school").equals("one figure") ? Estimate.single(spread.likely()) : spread;
          List<Sum.Result> out =
              new ArrayList<>(
                  List.of(
                      words("driver", "Counted by", k.driver()),
                      number("low", "Low", 1, e.low(), "h"),
                      number("likely", "Likely", 1, e.likely(), "h"),
                      number("high", "High", 1, e.high(), "h"),
                      number("mean", "Expected", 1, e.mean(), "h"),
                      number("deviation", "Give or take", 2, Math.sqrt(e.variance()), "h"),
                      number("days", "Days", 1, e.days(v.number("hoursPerDay")), "days")));
          List<Estimate> own =
              v.rows("points").stream().map(r -> estimate(r.get(0), r.get(1), r.get(2))).toList();
          if (!own.isEmpty()) {
            double mean = own.stream().mapToDouble(Estimate::mean).sum();
            out.add(number("ownMean", "Your tasks, expected", 2, mean, "h"));
            out.add(
                number(
                    "ownDeviation",
                    "give or take",
                    2,
                    Math.sqrt(own.stream().mapToDouble(Estimate::variance).sum()),
                    "h"));
            out.add(number("ownDays", "which is", 2, mean / v.number("hoursPerDay"), "days"));
          }
          if (!v.rows("done").isEmpty()) {
            Calibration c =
                Calibration.of(
                    v.rows("done").stream()
                        .map(r -> new Calibration.Pair(r.get(0), r.get(1)))
                        .toList());
            out.add(number("factor", "Work took, against the estimate", 3, c.factor(), "×"));
          }
          return out;
        });
  }

  private static Estimate estimate(double low, double likely, double high) {
    try {
      return new Estimate(low, likely, high);
    } catch (InvalidInput e) {
      throw new InvalidInput("points", e.getMessage());
    }
  }

  private static Sum dialogue() {
    return new Sum(
        "S31",
        "Dialogue of doubles",
        "seconds = words · 60 ÷ words a minute; two parts must not speak at once",
        "definition; 150 words a minute is common practice",
        List.of(
            RATE,
            Parameter.rows(
                "lines",
                "Lines",
                List.of("part", "from s", "to s"),
                0,
                100_000,
                List.of(List.of(1.0, 0.0, 2.5), List.of(2.0, 2.2, 4.0)),
                "as timed in rehearsal"),
            Parameter.whole(
                "words",
                "Words of a line",
                "",
                0,
                100_000,
                12,
                "to time a line that is not rehearsed"),
            Parameter.number(
                "wordsPerMinute",
                "Spoken at",
                "words/min",
                20,
                600,
                Dialogue.WORDS_PER_MINUTE,
                "150 is usual"),
            Parameter.rows(
                "turns",
                "Words of each line, in turn",
                List.of("words"),
                0,
                10_000,
                List.of(List.of(12.0), List.of(5.0), List.of(9.0)),
                "for the guide track of parts that take turns"),
            Parameter.whole(
                "parts", "Parts that take turns", "", 1, 12, 2, "two of the same performer"),
            Parameter.number("pauseSeconds", "Pause between lines", "s", 0, 600, 0.5, "a breath")),
        v -> {
          List<Dialogue.Line> lines =
              v.rows("lines").stream()
                  .map(r -> new Dialogue.Line((int) Math.round(r.get(0)), r.get(1), r.get(2)))
                  .toList();
          List<Dialogue.Overlap> overlaps = Dialogue.overlaps(lines);
          double seconds = Dialogue.seconds(v.whole("words"), v.number("wordsPerMinute"));
          List<Sum.Result> out =
              new ArrayList<>(
                  List.of(
                      number("overlaps", "Times two speak at once", 0, overlaps.size(), ""),
                      number(
                          "overlapSeconds",
                          "for",
                          2,
                          overlaps.stream().mapToDouble(Dialogue.Overlap::seconds).sum(),
                          "s"),
                      number("lineSeconds", "The line takes", 2, seconds, "s"),
                      number(
                          "lineFrames", "which is", 1, Inputs.rate(v).frames(seconds), "frames")));
          List<Dialogue.Line> guide =
              Dialogue.turns(
                  v.rows("turns").stream().map(r -> (int) Math.round(r.get(0))).toList(),
                  v.whole("parts"),
                  v.number("wordsPerMinute"),
                  v.number("pauseSeconds"));
          out.add(
              series(
                  "guideStarts",
                  "Guide track, lines begin at",
                  2,
                  guide.stream().map(Dialogue.Line::from).toList(),
                  "s"));
          out.add(
              number(
                  "guideSeconds",
                  "Guide track lasts",
                  2,
                  guide.isEmpty() ? 0 : guide.get(guide.size() - 1).to(),
                  "s"));
          if (!overlaps.isEmpty()) {
            Dialogue.Overlap o = overlaps.get(0);
            out.add(
                words(
                    "first",
                    "First",
                    "parts "
                        + o.partA()
                        + " and "
                        + o.partB()
                        + String.format(
                            java.util.Locale.ROOT, " from %.2f to %.2f s", o.from(), o.to())));
          }
          return out;
        });
  }

  private static Sum names() {
    return new Sum(
        "S32",
        "Names and versions",
        "pattern ↔ parts; next version = highest + 1; gaps between 1 and the highest",
        "definition",
        List.of(
            Parameter.text(
                "pattern",
                "Pattern",
                "{code}_v{version}",
                "parts in braces: production, code, scene, number, version"),
            Parameter.text(
                "names",
                "Names there are",
                "TK-04-010_v001 TK-04-010_v003",
                "with spaces between")),
        v -> {
          NamePattern p = new NamePattern(v.word("pattern"));
          List<Double> versions = new ArrayList<>();
          List<Sum.Result> out = new ArrayList<>();
          int n = 0;
          for (String name : v.word("names").split("\\s+")) {
            Map<String, String> parts =
                p.read(name)
                    .orElseThrow(
                        () ->
                            new InvalidInput(
                                "names", "\"" + name + "\" does not follow the pattern"));
            out.add(
                words("name" + ++n, name, new TreeMap<>(parts).toString().replaceAll("[{}]", "")));
            if (parts.containsKey("version")) {
              if (!parts.get("version").matches("\\d{1,9}")) {
                throw new InvalidInput("names", "\"" + name + "\" has no number for its version");
              }
              versions.add(Double.parseDouble(parts.get("version")));
            }
          }
          int highest = versions.stream().mapToInt(Double::intValue).max().orElse(0);
          out.add(number("next", "Next version", 0, highest + 1, ""));
          List<Double> gaps = new ArrayList<>();
          for (double i = 1; i < highest && gaps.size() < 1000; i++) {
            if (!versions.contains(i)) {
              gaps.add(i);
            }
          }
          out.add(series("gaps", "Versions missing", 0, gaps, ""));
          return out;
        });
  }
}
