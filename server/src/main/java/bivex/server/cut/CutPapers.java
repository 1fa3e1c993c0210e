package bivex.server.cut;

import bivex.core.cut.CutList;
import bivex.core.cut.CutNotes;
import bivex.core.cut.Preparation;
import bivex.core.cut.Pull;
import bivex.core.cut.ReelSheet;
import bivex.core.cut.ShotWork;
import bivex.core.cut.Spot;
import bivex.core.shoot.EditList;
import bivex.core.tally.Sheets;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.book.NoteBook;
import bivex.server.book.ShotBook;
import bivex.server.http.Download;
import bivex.server.keep.Cut;
import bivex.server.keep.Cuts;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.Transactions;
import bivex.server.media.Frames;
import bivex.server.media.MediaStore;
import bivex.server.papers.FramePicture;
import bivex.server.papers.TablePaper;
import bivex.server.papers.TurnoverPaper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.OptionalLong;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** What a cut is handed out as. Nothing is drawn or decoded while the database is held. */
@Component
class CutPapers {
  private final Cuts cuts;
  private final CutBook book;
  private final SpotDesk spots;
  private final TakeClips clips;
  private final TakeEntries takes;
  private final Frames frames;
  private final MediaStore store;
  private final NoteBook noted;
  private final Transactions transactions;
  private final Clock clock;

  CutPapers(
      Cuts cuts,
      CutBook book,
      SpotDesk spots,
      TakeClips clips,
      TakeEntries takes,
      Frames frames,
      MediaStore store,
      NoteBook noted,
      Transactions transactions,
      Clock clock) {
    this.noted = noted;
    this.cuts = cuts;
    this.book = book;
    this.spots = spots;
    this.clips = clips;
    this.takes = takes;
    this.frames = frames;
    this.store = store;
    this.transactions = transactions;
    this.clock = clock;
  }

  ResponseEntity<byte[]> pulls(UUID cut, Member me, String format) throws IOException {
    record Found(Cut cut, boolean drop, List<Pull> pulls) {}
    Found found =
        transactions.read(
            () -> {
              Cut c = cuts.require(cut, me.productionId());
              CutBook.Reading r = book.reading(me);
              return new Found(
                  c, r.of(c).list().start().drop(), Pull.of(r.sheet(c).rows(), r.known()));
            });
    String title = me.production().title + ", pulls for " + found.cut.name;
    String name = name(me, found.cut, "pulls");
    FrameRate rate = me.production().frameRate();
    EditList list = Pull.list(title, rate, found.drop, found.pulls);
    return switch (format) {
      case "edl" ->
          Download.of(list.text().getBytes(StandardCharsets.UTF_8), name + ".edl", Download.TEXT);
      case "otio" -> Download.of(Otio.of(list), name + ".otio", Download.JSON);
      default -> table(me, Pull.table(found.pulls), name, format);
    };
  }

  ResponseEntity<byte[]> changes(UUID cut, Member me, String format) throws IOException {
    record Found(Cut cut, Sheets.Table table) {}
    Found found =
        transactions.read(
            () -> {
              Cut c = cuts.require(cut, me.productionId());
              CutBook.Reading r = book.reading(me);
              CutBook.Read before = r.before(c);
              return new Found(
                  c,
                  r.sheet(c)
                      .changes(
                          "Changes of "
                              + c.name
                              + (before == null ? "" : " against " + before.cut().name),
                          CutSheets.costs(me)));
            });
    return table(me, found.table, name(me, found.cut, "changes"), format);
  }

  ResponseEntity<byte[]> spotting(UUID cut, Member me, String format) throws IOException {
    record Found(Cut cut, List<Spot.Line> lines, EditList list) {}
    Found found =
        transactions.read(
            () -> {
              Cut c = cuts.require(cut, me.productionId());
              List<Spot.Line> lines = spots.lines(me, c);
              CutBook.Read read = book.reading(me).of(c);
              return new Found(c, lines, Spot.markers(me.production().title, read.list(), lines));
            });
    String name = name(me, found.cut, "spotting");
    return format.equals("otio")
        ? Download.of(Otio.of(found.list), name + ".otio", Download.JSON)
        : table(me, Spot.table("Sounds of " + found.cut.name, found.lines), name, format);
  }

  /** Notes that are carried, at their places in the cut. */
  ResponseEntity<byte[]> notes(UUID cut, Member me, String format) {
    record Found(Cut cut, CutList list, CutNotes notes) {}
    Found found =
        transactions.read(
            () -> {
              Cut c = cuts.require(cut, me.productionId());
              CutBook.Reading r = book.reading(me);
              CutBook.Read read = r.of(c);
              Map<UUID, List<NoteBook.Carried>> of =
                  noted.of(r.pages().stream().map(p -> p.shot().id).toList());
              return new Found(
                  c,
                  read.list(),
                  CutNotes.of(
                      read.list(),
                      read.shots(),
                      r.pages().stream()
                          .map(p -> carried(me, p, of.getOrDefault(p.shot().id, List.of())))
                          .filter(o -> !o.notes().isEmpty())
                          .toList()));
            });
    String name = name(me, found.cut, "notes");
    EditList list =
        found.notes.list(me.production().title + ", notes on " + found.cut.name, found.list);
    return switch (format) {
      case "edl" ->
          Download.of(
              list.text(found.list.start()).getBytes(StandardCharsets.UTF_8),
              name + ".edl",
              Download.TEXT);
      case "otio" -> Download.of(Otio.of(list), name + ".otio", Download.JSON);
      default -> throw new NoSuchElementException("It does not come as " + format + ".");
    };
  }

  private static CutNotes.Of carried(Member me, ShotBook.Page p, List<NoteBook.Carried> all) {
    return new CutNotes.Of(
        p.shot().id.toString(),
        p.shot().code,
        me.production().range(p.shot()),
        all.stream()
            .filter(c -> c.stand().carried())
            .map(
                c ->
                    new CutNotes.Note(
                        c.row().on(),
                        c.row().words + " (" + c.row().saidBy + ", " + c.stand().words() + ")"))
            .toList());
  }

  private ResponseEntity<byte[]> table(Member me, Sheets.Table table, String name, String format)
      throws IOException {
    return switch (format) {
      case "csv" ->
          Download.of(TablePaper.csv(table, me.production().lists), name + ".csv", Download.CSV);
      case "pdf" ->
          Download.of(
              TablePaper.pdf(me.production().title, table, LocalDate.now(clock)),
              name + ".pdf",
              Download.PDF);
      default -> throw new NoSuchElementException("It does not come as " + format + ".");
    };
  }

  private static String name(Member me, Cut c, String what) {
    return me.production().code + "-" + c.name.replaceAll("[^\\p{L}\\p{N}]+", "-") + "-" + what;
  }

  /** A picture of a frame that is wanted. */
  private record Wanted(TakeClip clip, long frame) {}

  private record Plate(
      Pull pull, List<Preparation.Step> steps, Wanted first, Wanted last, String noPicture) {}

  private record Turnover(Cut cut, ReelSheet.Row row, ShotWork work, List<Plate> plates) {}

  ResponseEntity<byte[]> turnover(UUID cut, UUID shot, Member me) throws IOException {
    Turnover t = transactions.read(() -> gathered(cut, shot, me));
    List<TurnoverPaper.Plate> plates = new ArrayList<>();
    for (Plate p : t.plates) {
      plates.add(
          new TurnoverPaper.Plate(p.pull, p.steps, picture(p.first), picture(p.last), p.noPicture));
    }
    return Download.of(
        TurnoverPaper.of(me.production(), t.cut.name, t.row, t.work, plates, LocalDate.now(clock)),
        t.row.code() + "-turnover.pdf",
        Download.PDF);
  }

  private Turnover gathered(UUID cut, UUID shot, Member me) {
    Cut c = cuts.require(cut, me.productionId());
    CutBook.Reading r = book.reading(me);
    List<ReelSheet.Row> rows = r.sheet(c).rows();
    ReelSheet.Row row =
        rows.stream()
            .filter(x -> x.shot().equals(shot.toString()) && x.now() != null)
            .findFirst()
            .orElseThrow(() -> new NoSuchElementException("There is no such shot in this cut."));
    ShotWork work = r.work().get(row.shot());
    List<Pull> pulls =
        Pull.of(rows, r.known()).stream()
            .filter(p -> row.now().plates().stream().anyMatch(u -> u == p.use()))
            .toList();
    List<UUID> used =
        pulls.stream()
            .map(p -> p.use().take())
            .filter(t -> !t.isEmpty())
            .map(UUID::fromString)
            .toList();
    Map<String, TakeEntry> taken =
        takes.findAllById(used).stream()
            .collect(Collectors.toMap(t -> t.id.toString(), Function.identity()));
    // Of two clips of a take the later one.
    Map<String, TakeClip> shown =
        clips.findByTakeIdInOrderByAddedAt(used).stream()
            .collect(Collectors.toMap(x -> x.takeId.toString(), Function.identity(), (x, y) -> y));
    return new Turnover(
        c,
        row,
        work,
        pulls.stream()
            .map(p -> plate(p, work, taken.get(p.use().take()), shown.get(p.use().take())))
            .toList());
  }

  private static Plate plate(Pull p, ShotWork work, TakeEntry take, TakeClip clip) {
    long frames = take == null ? 0 : take.frames;
    Pull.Shown s = p.shown(frames, clip == null ? 0 : clip.frames);
    return new Plate(
        p,
        Preparation.of(
            p.use(), frames, take == null ? null : take.camera, work.plan(), work.setting()),
        wanted(clip, s.first()),
        wanted(clip, s.last()),
        s.why());
  }

  private static Wanted wanted(TakeClip clip, OptionalLong frame) {
    return frame.isEmpty() ? null : new Wanted(clip, frame.getAsLong());
  }

  /** A small picture as a data address; empty where there is none. */
  private String picture(Wanted w) throws IOException {
    if (w == null) {
      return "";
    }
    return FramePicture.of(frames.png(store.find(w.clip.hash), (int) w.frame, w.clip.recording));
  }
}
