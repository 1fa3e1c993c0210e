package bivex.server.export;

import bivex.core.method.Plan;
import bivex.core.shot.OwedItem;
import bivex.server.book.ShotBook;
import bivex.server.keep.Production;
import java.awt.Color;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;

/**
 * The brief of a shot on one page: what it is for, how it is made, what the floor must bring back.
 */
final class BriefPaper {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy", Locale.UK);
  private static final float ROW = 11.5f;

  private BriefPaper() {}

  /** A storyboard frame. */
  record Board(Path picture, String caption) {}

  /**
   * Adds one page for each shot.
   *
   * @param headings heading of each shot's scene, in the same order
   * @param boards storyboard of each shot that has one
   */
  static byte[] of(
      Production p, List<ShotBook.Page> shots, List<String> headings, Map<UUID, List<Board>> boards)
      throws IOException {
    try (Paper paper =
        new Paper(
            shots.size() == 1 ? "Brief of " + shots.get(0).shot().code : "Briefs of " + p.title,
            false)) {
      for (int i = 0; i < shots.size(); i++) {
        paper.page();
        page(
            paper,
            p,
            shots.get(i),
            headings.get(i),
            boards.getOrDefault(shots.get(i).shot().id, List.of()));
      }
      return paper.bytes();
    }
  }

  private static void page(
      Paper paper, Production p, ShotBook.Page s, String heading, List<Board> board)
      throws IOException {
    float x = Paper.MARGIN;
    float w = paper.width() - 2 * x;
    float y = 44;
    float code = paper.text(x, y, 17, true, Paper.INK, s.shot().code);
    paper.text(
        x + code + 12, y, 15, true, Paper.INK, paper.cut(s.shot().title, 15, w - code - 190));
    paper.text(
        x + w - 170,
        y,
        9,
        false,
        Paper.SOFT,
        paper.cut(p.title + " · " + DAY.format(LocalDate.now()), 9, 170));
    y += 16;
    String where =
        s.setup() == null
            ? "no setup planned"
            : "setup "
                + s.setup().number
                + " · tape "
                + s.setup().tape()
                + (s.day() == null ? "" : " · " + DAY.format(s.day().shootOn));
    paper.text(
        x,
        y,
        9,
        false,
        Paper.SOFT,
        paper.cut(
            "scene "
                + s.shot().scene
                + " · "
                + s.shot().cutFrames
                + " frames at "
                + p.frameRate().name()
                + " fps · "
                + where
                + " · "
                + s.ledger().stage().name().toLowerCase(Locale.ROOT),
            9,
            w));
    y += 8;
    paper.line(x, y, x + w, y, Paper.INK, 1.2f);
    y += 14;
    paper.script(x, y, 9.5f, paper.cut(heading, 9.5f, w * 0.9f));
    y += ROW;
    for (String l : first(paper.broken(s.excerpt(), 9.5f, w, true), 4)) {
      paper.script(x, y, 9.5f, l);
      y += ROW;
    }
    y += 3;
    paper.text(
        x,
        y,
        10,
        true,
        Paper.INK,
        paper.cut(
            "Why: " + (s.shot().intent.isBlank() ? "no reason in the story yet" : s.shot().intent),
            10,
            w));
    y += 14;
    for (String l : first(paper.broken(s.ledger().sentence(), 9.5f, w, false), 2)) {
      paper.text(x, y, 9.5f, false, Paper.PENCIL, l);
      y += ROW;
    }
    y += 5;
    y = board(paper, board, x, y, w);
    y = stack(paper, s, x, y, w);
    y = columns(paper, s, x, y, w);
    y = sums(paper, s, x, y, w);
    cautions(paper, s, x, y, w);
    paper.text(
        x,
        paper.height() - 24,
        8,
        false,
        Paper.SOFT,
        "Local code and the production's own risk assessment decide. This page claims nothing to be"
            + " safe.");
  }

  /** The first frames in a row, each as high as the others. */
  private static float board(Paper paper, List<Board> board, float x, float y, float w)
      throws IOException {
    if (board.isEmpty()) {
      return y;
    }
    float high = 78;
    float at = x;
    for (Board b : first(board, 4)) {
      float wide = paper.picture(b.picture(), at, y - 6, (w - 24) / 4, high);
      paper.text(
          at, y + high + 4, 8, false, Paper.SOFT, paper.cut(b.caption(), 8, Math.max(60, wide)));
      at += Math.max(60, wide) + 8;
    }
    if (board.size() > 4) {
      paper.text(x + w - 40, y + high + 4, 8, false, Paper.SOFT, "and " + (board.size() - 4));
    }
    return y + high + 22;
  }

  private static float stack(Paper paper, ShotBook.Page s, float x, float top, float w)
      throws IOException {
    List<Plan.Layer> layers = s.plan().layers();
    float y = heading(paper, "Stack, top to bottom", x, top, w);
    if (layers.isEmpty()) {
      paper.text(x, y, 9.5f, false, Paper.SOFT, "No method is chosen yet.");
      return y + 18;
    }
    float names = 168;
    float chart = w - names;
    int firstFrame =
        layers.stream().flatMap(l -> l.spans().stream()).mapToInt(Plan.Span::first).min().orElse(1);
    int last =
        layers.stream()
            .flatMap(l -> l.spans().stream())
            .mapToInt(Plan.Span::last)
            .max()
            .orElse(firstFrame);
    float per = chart / Math.max(1, last - firstFrame + 1);
    int shown = Math.min(11, layers.size());
    for (int i = layers.size() - 1; i >= layers.size() - shown; i--) {
      Plan.Layer l = layers.get(i);
      paper.text(x, y, 9, true, Paper.INK, l.letter());
      paper.text(
          x + 16,
          y,
          9,
          false,
          Paper.INK,
          paper.cut(
              l.label() + " · " + l.blend() + (l.matte().equals("none") ? "" : ", " + l.matte()),
              9,
              names - 20));
      for (Plan.Span span : l.spans()) {
        float left = x + names + (span.first() - firstFrame) * per;
        float wide = Math.max(1.5f, (span.last() - span.first() + 1) * per);
        Color fill =
            span.kind() == Plan.SpanKind.EMPTY || span.kind() == Plan.SpanKind.MOVE
                ? null
                : span.kind() == Plan.SpanKind.CROSSING ? Paper.PENCIL : Paper.LINE;
        paper.box(left, y - 7.5f, wide, 8, Paper.INK, fill);
        if (span.curve().size() > 1) {
          for (int k = 1; k < span.curve().size(); k++) {
            paper.line(
                left + wide * (k - 1) / (span.curve().size() - 1),
                y - (float) (7 * span.curve().get(k - 1)),
                left + wide * k / (span.curve().size() - 1),
                y - (float) (7 * span.curve().get(k)),
                Paper.INK,
                0.8f);
          }
        }
      }
      y += ROW;
    }
    paper.text(x + names, y, 8, false, Paper.SOFT, "frame " + firstFrame);
    paper.text(x + w - 44, y, 8, false, Paper.SOFT, "frame " + last);
    return y + 16;
  }

  private static float columns(Paper paper, ShotBook.Page s, float x, float top, float w)
      throws IOException {
    float left = w * 0.56f;
    float right = w - left - 16;
    float y = heading(paper, "Plates", x, top, left);
    for (Plan.Plate p : first(s.plan().plates(), 9)) {
      OwedItem i = item(s, p.key());
      float lw =
          paper.text(
              x,
              y,
              9,
              true,
              i != null && i.open() ? Paper.PENCIL : Paper.INK,
              paper.cut(
                  p.label()
                      + String.format(
                          Locale.ROOT,
                          " · %.0f s%s",
                          p.seconds(),
                          p.inSet() ? " · in the match set" : ""),
                  9,
                  left));
      paper.text(
          x + lw + 5,
          y,
          8.5f,
          false,
          Paper.SOFT,
          paper.cut(i == null ? "" : i.reason(), 8.5f, Math.max(20, left - lw - 5)));
      y += 10;
      for (String l : first(paper.broken(p.wanted(), 8.5f, left, false), 2)) {
        paper.text(x, y, 8.5f, false, Paper.SOFT, l);
        y += 10;
      }
      y += 2;
    }
    float yr = heading(paper, "Camera brief", x + left + 16, top, right);
    for (Plan.BriefLine b : s.plan().cameraBrief()) {
      paper.text(x + left + 16, yr, 9, false, Paper.SOFT, b.label());
      paper.text(x + left + 84, yr, 9, true, Paper.INK, paper.cut(b.value(), 9, right - 68));
      yr += ROW;
    }
    if (!s.plan().elements().isEmpty()) {
      yr = heading(paper, "Elements", x + left + 16, yr + 4, right);
      for (Plan.Element e : first(s.plan().elements(), 5)) {
        paper.text(
            x + left + 16,
            yr,
            9,
            false,
            Paper.INK,
            paper.cut(
                e.label()
                    + " · "
                    + e.source().words()
                    + ", "
                    + e.blend()
                    + ", from "
                    + e.minWidthPx()
                    + " px",
                9,
                right));
        yr += ROW;
      }
    }
    if (!s.plan().aids().isEmpty()) {
      yr = heading(paper, "Kit", x + left + 16, yr + 4, right);
      for (Plan.Aid a : first(s.plan().aids(), 6)) {
        paper.text(x + left + 16, yr, 9, false, Paper.INK, paper.cut(a.label(), 9, right));
        yr += ROW;
      }
    }
    return Math.max(y, yr) + 6;
  }

  private static float sums(Paper paper, ShotBook.Page s, float x, float top, float w)
      throws IOException {
    if (s.plan().checks().isEmpty()) {
      return top;
    }
    float y =
        heading(
            paper,
            String.format(
                Locale.ROOT,
                "The sums · %.0f to %.0f h of work",
                s.plan().effort().low(),
                s.plan().effort().high()),
            x,
            top,
            w);
    List<Plan.Check> sorted =
        s.plan().checks().stream().sorted((a, b) -> b.grade().compareTo(a.grade())).toList();
    for (Plan.Check c : first(sorted, 9)) {
      boolean holds = c.grade() == Plan.Grade.HOLDS;
      float lw =
          paper.text(
              x, y, 9, !holds, holds ? Paper.INK : Paper.PENCIL, paper.cut(c.title(), 9, 190));
      paper.text(
          x + lw + 6,
          y,
          9,
          false,
          Paper.INK,
          paper.cut(c.figure() + (c.remedy().isEmpty() ? "" : ". " + c.remedy()), 9, w - lw - 6));
      y += ROW;
    }
    return y + 6;
  }

  private static void cautions(Paper paper, ShotBook.Page s, float x, float top, float w)
      throws IOException {
    if (s.plan().cautions().isEmpty()) {
      return;
    }
    float y = heading(paper, "Cautions", x, top, w);
    for (Plan.Caution c : first(s.plan().cautions(), 5)) {
      OwedItem i = item(s, c.key());
      boolean signed = i != null && i.state() == OwedItem.State.IN_HAND;
      paper.text(
          x,
          y,
          9,
          !signed,
          signed ? Paper.INK : Paper.PENCIL,
          paper.cut(
              (signed ? "Signed by " + i.reason() : "Not signed: ask the " + c.ask())
                  + ". "
                  + c.text(),
              9,
              w));
      y += ROW;
    }
  }

  private static float heading(Paper paper, String words, float x, float y, float w)
      throws IOException {
    paper.line(x, y - 8, x + w, y - 8, Paper.LINE, 0.7f);
    paper.text(x, y + 3, 10.5f, true, Paper.INK, words);
    return y + 17;
  }

  private static OwedItem item(ShotBook.Page s, String key) {
    return s.ledger().items().stream().filter(i -> i.key().equals(key)).findFirst().orElse(null);
  }

  private static <T> List<T> first(List<T> all, int n) {
    return all.subList(0, Math.min(n, all.size()));
  }
}
