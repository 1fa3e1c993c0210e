package bivex.server.papers;

import bivex.core.cut.Preparation;
import bivex.core.cut.Pull;
import bivex.core.cut.ReelSheet;
import bivex.core.cut.ShotWork;
import bivex.server.keep.Production;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * What whoever works on a shot is handed: its plates in the order they lie over each other, their
 * frames, which of them lie under the same frame of the shot, and what is done to them first.
 */
public final class TurnoverPaper {
  private TurnoverPaper() {}

  /**
   * @param first picture under the first frame, as a data address; may be empty
   * @param last picture under the last; may be empty
   * @param noPicture why there is none; empty where there is
   */
  public record Plate(
      Pull pull, List<Preparation.Step> steps, String first, String last, String noPicture) {}

  record Line(String name, String value) {}

  record Step(String what, String why) {}

  record PlateView(
      String name,
      String what,
      List<Line> lines,
      List<Step> steps,
      String advice,
      String first,
      String last,
      String noPicture) {
    boolean hasFirst() {
      return !first.isEmpty();
    }

    boolean hasLast() {
      return !last.isEmpty();
    }

    boolean hasAdvice() {
      return !advice.isEmpty();
    }
  }

  record View(
      String title,
      String code,
      String name,
      String production,
      String printed,
      String cut,
      List<Line> facts,
      List<Line> sync,
      List<PlateView> plates,
      List<String> layers,
      List<String> advice,
      String foot) {
    boolean hasAdvice() {
      return !advice.isEmpty();
    }

    boolean hasSync() {
      return sync.size() > 1;
    }
  }

  /**
   * @param plates lowest first
   */
  public static byte[] of(
      Production p,
      String cut,
      ReelSheet.Row row,
      ShotWork work,
      List<Plate> plates,
      LocalDate today)
      throws IOException {
    List<Line> facts = new ArrayList<>();
    facts.add(new Line("In the cut from", row.at().label()));
    facts.add(new Line("Frames", row.now().frames() + ", numbered " + row.range().said()));
    facts.add(
        new Line(
            "With handles", row.range().wider(p.handles).said() + ", " + p.handles + " each side"));
    facts.add(new Line("Deliver as", p.delivery().text() + ", " + p.frameRate().name() + " fps"));
    if (!row.changed().isEmpty()) {
      facts.add(new Line("Since the cut before", row.changed()));
    }
    return Papers.pdf(
        "turnover",
        new View(
            "Turnover of " + row.code(),
            row.code(),
            row.title(),
            p.title,
            today.toString(),
            cut,
            facts,
            plates.stream()
                .map(
                    x ->
                        new Line(
                            x.pull().name(),
                            "frame "
                                + x.pull().sync()
                                + " under frame "
                                + x.pull().at()
                                + " of the shot, recorded at "
                                + x.pull()
                                    .use()
                                    .label(x.pull().use().place(x.pull().use().from()).floor())
                                    .label()))
                .toList(),
            plates.stream().map(TurnoverPaper::plate).toList(),
            work.plan().layers().stream()
                .map(
                    l ->
                        Stream.of(l.letter() + " " + l.label(), l.blend(), l.matte(), l.retime())
                            .filter(w -> !w.isEmpty())
                            .reduce((a, b) -> a + ", " + b)
                            .orElse(""))
                .toList(),
            row.advice(),
            ""),
        new Papers.Drawings());
  }

  private static PlateView plate(Plate x) {
    Pull p = x.pull();
    List<Line> lines = new ArrayList<>();
    lines.add(new Line("Roll", p.roll().isEmpty() ? "not told" : p.roll()));
    lines.add(
        new Line(
            "Pull",
            p.use().first().label()
                + " to "
                + p.use().last().label()
                + ", "
                + p.use().pull().frames()
                + " frames, both ends in"));
    lines.add(new Line("Numbered", p.first() + " to " + p.last()));
    lines.add(new Line("Speed", p.use().event().map().said()));
    return new PlateView(
        p.name(),
        p.take().isEmpty() ? p.use().event().called() + ", take not known" : p.take(),
        lines,
        x.steps().stream().map(s -> new Step(s.kind().words() + ": " + s.what(), s.why())).toList(),
        p.use().advice(),
        x.first(),
        x.last(),
        x.noPicture());
  }
}
