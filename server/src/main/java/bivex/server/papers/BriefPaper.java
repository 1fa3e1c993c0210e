package bivex.server.papers;

import bivex.core.Said;
import bivex.core.method.OwnItem;
import bivex.core.method.Plan;
import bivex.core.method.PlanChange;
import bivex.core.shot.CautionStanding;
import bivex.core.shot.OwedItem;
import bivex.server.book.ShotBook;
import bivex.server.keep.Production;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;

/**
 * The brief of a shot: what it is for, how it is made, what the floor must bring back. It takes as
 * many pages as it needs; nothing of the plan is left out.
 */
public final class BriefPaper {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy", Locale.UK);

  private BriefPaper() {}

  /** A storyboard frame. */
  public record Board(Path picture, String caption) {}

  record Frame(String src, String alt, String caption) {}

  record Layer(String letter, String label, String drawing, String alt) {}

  record Plate(String label, String stands, String wanted, boolean open) {}

  record Caution(String words, String text, boolean signed) {}

  record CameraLine(String label, String value) {}

  record Sum(String title, String figure, boolean holds) {}

  /** One shot as the template reads it. */
  record Shot(
      String code,
      String title,
      String production,
      String printed,
      String where,
      String heading,
      String words,
      String why,
      String sentence,
      List<Frame> board,
      List<Layer> layers,
      String frames,
      List<Plate> plates,
      List<CameraLine> camera,
      List<String> elements,
      List<String> kit,
      String work,
      List<Sum> checks,
      List<Caution> cautions,
      List<String> said,
      boolean last) {
    boolean hasBoard() {
      return !board.isEmpty();
    }

    boolean hasLayers() {
      return !layers.isEmpty();
    }

    boolean hasCamera() {
      return !camera.isEmpty();
    }

    boolean hasElements() {
      return !elements.isEmpty();
    }

    boolean hasKit() {
      return !kit.isEmpty();
    }

    boolean hasChecks() {
      return !checks.isEmpty();
    }

    boolean hasSaid() {
      return !said.isEmpty();
    }

    boolean hasCautions() {
      return !cautions.isEmpty();
    }
  }

  record View(String title, String foot, List<Shot> shots) {}

  /**
   * Each shot begins a page.
   *
   * @param headings heading of each shot's scene, in the same order
   * @param boards storyboard of each shot that has one
   * @param today day of printing
   */
  public static byte[] of(
      Production p,
      List<ShotBook.Page> shots,
      List<String> headings,
      Map<UUID, List<Board>> boards,
      LocalDate today)
      throws IOException {
    Papers.Drawings drawings = new Papers.Drawings();
    List<Shot> views = new ArrayList<>();
    for (int i = 0; i < shots.size(); i++) {
      ShotBook.Page s = shots.get(i);
      views.add(
          shot(
              p,
              s,
              headings.get(i),
              boards.getOrDefault(s.shot().id, List.of()),
              DAY.format(today),
              i == shots.size() - 1,
              drawings));
    }
    String title =
        shots.size() == 1 ? "Brief of " + shots.get(0).shot().code : "Briefs of " + p.title;
    return Papers.pdf("brief", new View(title, PaperInk.SAFETY, views), drawings);
  }

  private static Shot shot(
      Production p,
      ShotBook.Page s,
      String heading,
      List<Board> board,
      String printed,
      boolean last,
      Papers.Drawings drawings) {
    Plan plan = s.plan();
    int first = spans(plan).mapToInt(Plan.Span::first).min().orElse(1);
    int end = spans(plan).mapToInt(Plan.Span::last).max().orElse(first);
    List<Layer> layers = new ArrayList<>();
    for (int i = plan.layers().size() - 1; i >= 0; i--) {
      layers.add(layer(plan.layers().get(i), first, end, drawings));
    }
    return new Shot(
        s.shot().code,
        s.shot().title,
        p.title,
        printed,
        where(p, s),
        heading,
        s.excerpt(),
        s.shot().intent.isBlank() ? "no reason in the story yet" : s.shot().intent,
        s.ledger().sentence(),
        board.stream()
            .map(
                b ->
                    new Frame(
                        b.picture().toUri().toString(),
                        b.caption().isBlank() ? "storyboard frame" : b.caption(),
                        b.caption()))
            .toList(),
        layers,
        "frames " + first + " to " + end,
        plan.plates().stream().map(q -> plate(q, s.ledger().items())).toList(),
        plan.cameraBrief().stream().map(BriefPaper::camera).toList(),
        plan.elements().stream()
            .map(
                e ->
                    e.label()
                        + " · "
                        + e.source().words()
                        + ", "
                        + e.blend()
                        + ", from "
                        + e.minWidthPx()
                        + " px")
            .toList(),
        plan.aids().stream().map(BriefPaper::kit).toList(),
        String.format(
            Locale.ROOT, "%.0f to %.0f h of work", plan.effort().low(), plan.effort().high()),
        plan.checks().stream()
            .sorted(Comparator.comparing(Plan.Check::grade).reversed())
            .map(
                c ->
                    new Sum(
                        c.title(),
                        c.figure() + (c.remedy().isEmpty() ? "" : ". " + c.remedy()),
                        c.grade() == Plan.Grade.HOLDS))
            .toList(),
        plan.cautions().stream().map(c -> caution(c, s.ledger().items())).toList(),
        said(p, s.shot()),
        last);
  }

  /** How many of a prop are needed is nowhere else; how an aid is set is in the plan. */
  private static String kit(Plan.Aid a) {
    return a.label() + (OwnItem.made(a.key()) ? " · " + a.setting() : "");
  }

  /** What was said of the plan by hand, where no other part of the brief has its words. */
  private static List<String> said(Production p, bivex.server.keep.Shot s) {
    List<String> out = new ArrayList<>();
    for (OwnItem i : s.ownItems) {
      boolean printed =
          i.kind() == OwnItem.Kind.PLATE || i.kind() == OwnItem.Kind.CAUTION || i.words().isEmpty();
      if (!printed) {
        out.add(i.kind().label() + ": " + i.label() + ". " + i.words() + " · " + i.by());
      }
    }
    if (!s.planChanges.isEmpty()) {
      Plan derived = ShotBook.derived(p, s, false);
      for (PlanChange c : s.planChanges) {
        out.add(
            derived.label(c.item())
                + ": "
                + Said.inside(c.said(derived))
                + ", because: "
                + c.reason()
                + " · "
                + c.by());
      }
    }
    return out;
  }

  private static String where(Production p, ShotBook.Page s) {
    String setup =
        s.setup() == null
            ? "no setup planned"
            : "setup "
                + s.setup().number
                + " · tape "
                + s.setup().tape()
                + (s.day() == null ? "" : " · " + DAY.format(s.day().shootOn));
    return (s.shot().scene.isEmpty() ? "no scene yet" : "scene " + s.shot().scene)
        + " · "
        + s.shot().cutFrames
        + " frames at "
        + p.frameRate().name()
        + " fps · "
        + setup
        + " · "
        + s.ledger().stage().name().toLowerCase(Locale.ROOT);
  }

  private static java.util.stream.Stream<Plan.Span> spans(Plan plan) {
    return plan.layers().stream().flatMap(l -> l.spans().stream());
  }

  /** A line of the brief; what is meant for one plate only says why. */
  private static CameraLine camera(Plan.BriefLine b) {
    boolean ofPlate = b.property().contains(":");
    return new CameraLine(b.label(), ofPlate ? b.value() + " · " + b.reason() : b.value());
  }

  private static Layer layer(Plan.Layer l, int first, int last, Papers.Drawings drawings) {
    String label =
        l.label() + " · " + l.blend() + (l.matte().equals("none") ? "" : ", " + l.matte());
    String alt =
        l.spans().isEmpty()
            ? "no frames"
            : "frames "
                + l.spans().get(0).first()
                + " to "
                + l.spans().get(l.spans().size() - 1).last();
    return new Layer(
        l.letter(), label, drawings.add((g, w, h) -> spans(g, l, first, last, w, h)), alt);
  }

  private static void spans(
      Graphics2D g, Plan.Layer l, int first, int last, double width, double height) {
    double per = width / Math.max(1, last - first + 1);
    for (Plan.Span span : l.spans()) {
      double left = (span.first() - first) * per;
      double wide = Math.max(1.5, (span.last() - span.first() + 1) * per);
      Color fill =
          switch (span.kind()) {
            case EMPTY, MOVE -> null;
            case CROSSING -> PaperInk.PENCIL;
            default -> PaperInk.LINE;
          };
      Rectangle2D bar = new Rectangle2D.Double(left, 0.5, wide, height - 1);
      if (fill != null) {
        g.setColor(fill);
        g.fill(bar);
      }
      g.setColor(PaperInk.INK);
      g.setStroke(new BasicStroke(0.6f));
      g.draw(bar);
      int steps = span.curve().size() - 1;
      for (int k = 1; k <= steps; k++) {
        g.draw(
            new Line2D.Double(
                left + wide * (k - 1) / steps,
                (height - 1) * (1 - span.curve().get(k - 1)),
                left + wide * k / steps,
                (height - 1) * (1 - span.curve().get(k))));
      }
    }
  }

  static Plate plate(Plan.Plate q, List<OwedItem> items) {
    OwedItem i = items.stream().filter(o -> o.key().equals(q.key())).findFirst().orElse(null);
    return new Plate(
        q.label()
            + (q.seconds() > 0 ? String.format(Locale.ROOT, " · %.0f s", q.seconds()) : "")
            + (q.inSet() ? " · in the match set" : ""),
        i == null ? "" : i.reason(),
        q.wanted(),
        i != null && i.open());
  }

  static Caution caution(Plan.Caution c, List<OwedItem> items) {
    CautionStanding how = CautionStanding.of(c, items);
    return new Caution(how.words(), c.text(), how.signed());
  }
}
