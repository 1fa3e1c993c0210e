package bivex.server.review;

import bivex.core.InvalidInput;
import bivex.core.cut.ReelStretches;
import bivex.core.review.ReelRun;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.review.WatchList;
import bivex.core.shot.Waits;
import bivex.core.tally.ViewingSheet;
import bivex.core.time.FrameRange;
import bivex.server.access.Member;
import bivex.server.book.NoteBook;
import bivex.server.book.ShotBook;
import bivex.server.cut.CutBook;
import bivex.server.keep.Production;
import bivex.server.keep.ReviewNote;
import bivex.server.keep.Shot;
import bivex.server.keep.ShotLean;
import bivex.server.keep.ShotLeans;
import bivex.server.keep.Transactions;
import bivex.server.keep.VerdictEntries;
import bivex.server.keep.VerdictEntry;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.keep.Versions;
import bivex.server.keep.Viewing;
import bivex.server.keep.ViewingItem;
import bivex.server.keep.ViewingItems;
import bivex.server.keep.ViewingSeen;
import bivex.server.keep.ViewingSeens;
import bivex.server.keep.Viewings;
import bivex.server.live.Journal;
import bivex.server.papers.FramePicture;
import bivex.server.papers.ViewingPaper;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Slice;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Versions watched together: what, in which order, between what, and how far it came. */
@Component
public class ViewingDesk {
  private static final int MOST_THERE = 50;

  /** Frames on a paper, each of which is read from its file. */
  private static final int MOST_PICTURES = 60;

  private final Viewings viewings;
  private final ViewingItems items;
  private final ViewingSeens seens;
  private final Versions versions;
  private final VersionEntries entries;
  private final ShotLeans leans;
  private final VerdictEntries verdicts;
  private final NoteBook notes;
  private final ShotBook book;
  private final CutBook cuts;
  private final VersionWatcher watcher;
  private final Journal journal;
  private final Transactions transactions;
  private final Clock clock;

  ViewingDesk(
      Viewings viewings,
      ViewingItems items,
      ViewingSeens seens,
      Versions versions,
      VersionEntries entries,
      ShotLeans leans,
      VerdictEntries verdicts,
      NoteBook notes,
      ShotBook book,
      CutBook cuts,
      VersionWatcher watcher,
      Journal journal,
      Transactions transactions,
      Clock clock) {
    this.viewings = viewings;
    this.items = items;
    this.seens = seens;
    this.versions = versions;
    this.entries = entries;
    this.leans = leans;
    this.verdicts = verdicts;
    this.notes = notes;
    this.book = book;
    this.cuts = cuts;
    this.watcher = watcher;
    this.journal = journal;
    this.transactions = transactions;
    this.clock = clock;
  }

  /**
   * @param why it stands where it does
   * @param seen whether it was watched to its end
   */
  public record WatchView(
      UUID shot, String code, String title, int version, String why, boolean seen) {}

  /**
   * Something that may be watched.
   *
   * @param value as it is asked for
   * @param versions how many
   */
  public record WatchChoice(String value, int versions) {}

  /**
   * @param unseen versions of which no verdict was said, or with an answer that waits
   * @param all versions there are
   */
  public record ViewingChoices(
      int unseen, int all, List<WatchChoice> scenes, List<WatchChoice> makers) {}

  /**
   * @param version id; null for black
   * @param first frame of the shot; of black, 0
   * @param file number of the first frame of the file
   * @param rate frames of the file in a second; of stills and black, of the production
   */
  public record RunPiece(
      ReelRun.Kind kind,
      int item,
      UUID version,
      String code,
      int first,
      int frames,
      int file,
      double rate,
      boolean still,
      String words) {}

  /**
   * @param there names of who is there
   * @param shots what is watched, in its order
   * @param pieces as they are seen
   */
  public record ViewingView(
      UUID id,
      String title,
      Instant at,
      String by,
      List<String> there,
      List<WatchView> shots,
      List<RunPiece> pieces) {}

  /**
   * @param notReached codes of what was not watched to its end
   */
  public record ViewingLine(
      UUID id,
      String title,
      Instant at,
      String by,
      List<String> there,
      int shots,
      List<String> notReached) {}

  public record ViewingPage(List<ViewingLine> viewings, int page, boolean more) {}

  /**
   * @param shots ids, where they are picked
   * @param there names of who is there
   */
  public record NewViewing(
      UUID id,
      WatchList.Of of,
      WatchList.Order order,
      String scene,
      String maker,
      List<UUID> shots,
      Boolean neighbours,
      Boolean handles,
      List<String> there) {}

  /**
   * @param item its place, from 0
   */
  public record NewSeen(Integer item) {}

  /** Everything one request needs, read once. */
  private final class Reading {
    private final Member me;
    private final Map<UUID, ShotBook.Page> pages;
    private final Map<UUID, Versions.Standing> newest;

    Reading(Member me) {
      this.me = me;
      pages =
          book.all(me).stream().collect(Collectors.toMap(p -> p.shot().id, Function.identity()));
      newest =
          versions.standings(me.productionId()).stream()
              .filter(v -> pages.containsKey(v.shotId()) && !shot(v.shotId()).omitted)
              .collect(Collectors.toMap(Versions.Standing::shotId, Function.identity()));
    }

    private Shot shot(UUID id) {
      return pages.get(id).shot();
    }

    private List<List<ReelRun.Stretch>> reels() {
      CutBook.Reading cut = cuts.reading(me);
      Map<String, String> codes =
          pages.values().stream()
              .collect(Collectors.toMap(p -> p.shot().id.toString(), p -> p.shot().code));
      return cut.newest().stream()
          .map(cut::of)
          .map(r -> ReelStretches.of(r.shots(), r.all(), codes))
          .toList();
    }

    /** In script order. */
    private List<WatchList.Candidate> candidates(Map<String, Long> places) {
      Waits waits =
          new Waits(
              pages.values().stream()
                  .filter(p -> !p.shot().omitted)
                  .map(ShotBook.Page::standing)
                  .toList(),
              leans.findByProductionIdOrderBySaidAt(me.productionId()).stream()
                  .map(ShotLean::lean)
                  .toList());
      return newest.values().stream()
          .map(v -> candidate(v, waits, places))
          .sorted(Comparator.comparing(WatchList.Candidate::code))
          .toList();
    }

    private WatchList.Candidate candidate(
        Versions.Standing v, Waits waits, Map<String, Long> places) {
      Shot s = shot(v.shotId());
      String id = s.id.toString();
      return new WatchList.Candidate(
          id,
          s.code,
          s.scene == null ? "" : s.scene,
          v.number(),
          v.uploadedBy(),
          v.verdict() != null,
          v.notes().answered(),
          waits.waiting(id),
          pages.get(s.id).ledger().openBeforeReview(),
          places.get(id));
    }

    private List<WatchList.Item> list(WatchList.Wish wish) {
      return WatchList.of(candidates(ReelRun.places(reels())), wish);
    }

    private ReelRun.Clip clip(Versions.Standing v) {
      return clip(
          v.versionId(),
          v.shotId(),
          v.number(),
          v.place().range(v.frames()),
          v.facts(),
          v.verdict() == null ? null : Verdict.valueOf(v.verdict()));
    }

    private ReelRun.Clip clip(VersionEntry v) {
      return clip(
          v.id, v.shotId, v.number, new FrameRange(v.firstFrame, v.frames), v.facts(), null);
    }

    private ReelRun.Clip clip(
        UUID version, UUID shot, int number, FrameRange file, VersionFacts facts, Verdict verdict) {
      Production p = me.production();
      return new ReelRun.Clip(
          version.toString(),
          shot.toString(),
          shot(shot).code,
          number,
          file,
          (facts.still() ? p.frameRate() : facts.rate()).fps(),
          facts.still(),
          p.range(shot(shot)),
          verdict);
    }
  }

  /** What may be watched. */
  @Transactional(readOnly = true)
  public ViewingChoices choices(Member me) {
    List<WatchList.Candidate> all = new Reading(me).candidates(Map.of());
    return new ViewingChoices(
        (int) all.stream().filter(WatchList.Candidate::unseen).count(),
        all.size(),
        counted(all, WatchList.Candidate::scene),
        counted(all, WatchList.Candidate::maker));
  }

  /** In the order they come first. */
  private static List<WatchChoice> counted(
      List<WatchList.Candidate> all, Function<WatchList.Candidate, String> by) {
    Map<String, Integer> out = new LinkedHashMap<>();
    all.stream().map(by).filter(v -> !v.isBlank()).forEach(v -> out.merge(v, 1, Integer::sum));
    return out.entrySet().stream().map(e -> new WatchChoice(e.getKey(), e.getValue())).toList();
  }

  /** What would be watched, in which order and why; nothing of it is kept. */
  @Transactional(readOnly = true)
  public List<WatchView> proposal(Member me, NewViewing in) {
    Reading r = new Reading(me);
    return r.list(wish(in)).stream()
        .map(
            i -> {
              UUID shot = UUID.fromString(i.of().shot());
              return new WatchView(
                  shot, i.of().code(), r.shot(shot).title, i.of().version(), i.why(), false);
            })
        .toList();
  }

  private static WatchList.Wish wish(NewViewing in) {
    return new WatchList.Wish(
        in.of(),
        in.order(),
        in.scene(),
        in.maker(),
        in.shots() == null
            ? null
            : in.shots().stream().map(s -> s == null ? null : s.toString()).toList());
  }

  /** Begins a viewing. */
  public ViewingView begin(Member me, NewViewing in) {
    UUID id = in.id() == null ? UUID.randomUUID() : in.id();
    List<String> there = in.there() == null ? List.of() : in.there();
    if (there.size() > MOST_THERE) {
      throw new InvalidInput("there", "must be at most " + MOST_THERE);
    }
    Viewing v = new Viewing();
    v.id = id;
    v.productionId = me.productionId();
    v.neighbours = Boolean.TRUE.equals(in.neighbours());
    v.handles = Boolean.TRUE.equals(in.handles());
    v.there = there.stream().map(n -> InvalidInput.title("there", n)).distinct().toList();
    v.saidBy = me.name();
    v.saidAt = clock.instant();
    if (!viewings.existsById(id)) {
      WatchList.Wish wish = wish(in);
      v.title = wish.words();
      // What is read of the whole production is not read while anything is written.
      List<ViewingItem> list = transactions.read(() -> items(new Reading(me), id, wish));
      transactions.write(() -> keep(me, v, list));
    }
    return transactions.read(() -> viewing(me, id));
  }

  private static List<ViewingItem> items(Reading r, UUID viewing, WatchList.Wish wish) {
    List<ViewingItem> out = new ArrayList<>();
    for (WatchList.Item i : r.list(wish)) {
      ViewingItem e = new ViewingItem();
      e.id = UUID.randomUUID();
      e.viewingId = viewing;
      e.place = out.size();
      e.shotId = UUID.fromString(i.of().shot());
      e.versionId = r.newest.get(e.shotId).versionId();
      e.why = i.why();
      out.add(e);
    }
    return out;
  }

  private Viewing keep(Member me, Viewing v, List<ViewingItem> list) {
    viewings.saveAndFlush(v);
    items.saveAllAndFlush(list);
    journal.record(
        me,
        "began a viewing of",
        "viewing",
        v.id.toString(),
        v.title + ", " + list.size() + (list.size() == 1 ? " version" : " versions"),
        Journal.Touches.NOTHING);
    return v;
  }

  /** A viewing as it is to be seen. */
  @Transactional(readOnly = true)
  public ViewingView viewing(Member me, UUID id) {
    Viewing v = viewings.require(id, me.productionId());
    Reading r = new Reading(me);
    List<ViewingItem> list = items.findByViewingIdInOrderByPlace(List.of(id));
    Map<UUID, VersionEntry> watched = watched(list);
    Set<UUID> seen = seen(list);
    Map<String, ReelRun.Clip> clips = new HashMap<>();
    r.newest.values().forEach(n -> clips.put(n.shotId().toString(), r.clip(n)));
    // What is watched is what was begun with, also when something newer came in since.
    list.forEach(i -> clips.put(i.shotId.toString(), r.clip(watched.get(i.versionId))));
    ReelRun run =
        ReelRun.of(
            list.stream().map(i -> i.shotId.toString()).toList(),
            clips,
            v.neighbours ? r.reels() : List.of(),
            me.production().frameRate(),
            v.neighbours,
            v.handles);
    return new ViewingView(
        v.id,
        v.title,
        v.saidAt,
        v.saidBy,
        v.there,
        list.stream()
            .map(
                i ->
                    new WatchView(
                        i.shotId,
                        r.shot(i.shotId).code,
                        r.shot(i.shotId).title,
                        watched.get(i.versionId).number,
                        i.why,
                        seen.contains(i.id)))
            .toList(),
        run.pieces().stream().map(ViewingDesk::piece).toList());
  }

  private static RunPiece piece(ReelRun.Piece p) {
    return new RunPiece(
        p.kind(),
        p.item(),
        p.version().isEmpty() ? null : UUID.fromString(p.version()),
        p.code(),
        p.frames().first(),
        p.frames().frames(),
        p.file(),
        p.fps(),
        p.still(),
        p.words());
  }

  private Map<UUID, VersionEntry> watched(List<ViewingItem> list) {
    return entries.findAllById(list.stream().map(i -> i.versionId).toList()).stream()
        .collect(Collectors.toMap(e -> e.id, Function.identity()));
  }

  /**
   * What a viewing came to, with where the pictures of its notes are.
   *
   * @param notes of each version that was watched, as the sheet has them
   */
  record Came(ViewingSheet sheet, List<List<NotedFrame>> notes) {}

  /**
   * What a note is on.
   *
   * @param on version it was given on
   */
  record NotedFrame(VersionEntry on, ReviewNote note) {}

  /** What a viewing came to. */
  @Transactional(readOnly = true)
  public ViewingSheet sheet(Member me, UUID id) {
    return came(me, id).sheet;
  }

  private Came came(Member me, UUID id) {
    Viewing v = viewings.require(id, me.productionId());
    List<ViewingItem> list = items.findByViewingIdInOrderByPlace(List.of(id));
    List<UUID> of = list.stream().map(i -> i.versionId).toList();
    Map<UUID, VersionEntry> watched = watched(list);
    Map<UUID, List<VerdictEntry>> said =
        verdicts.findByVersionIdInOrderBySaidAtDesc(of).stream()
            .collect(Collectors.groupingBy(d -> d.versionId));
    Set<UUID> shotIds = list.stream().map(i -> i.shotId).collect(Collectors.toSet());
    Map<UUID, List<NoteBook.Carried>> noted = notes.of(shotIds);
    Map<UUID, VersionEntry> all =
        entries.findByShotIdIn(shotIds).stream()
            .collect(Collectors.toMap(e -> e.id, Function.identity()));
    Map<UUID, Shot> shots =
        book.all(me).stream().collect(Collectors.toMap(p -> p.shot().id, ShotBook.Page::shot));
    Set<UUID> seen = seen(list);
    List<List<NoteBook.Carried>> carried =
        list.stream()
            .map(
                i ->
                    noted.getOrDefault(i.shotId, List.of()).stream()
                        .filter(c -> c.stand().carried() || c.row().versionId.equals(i.versionId))
                        .toList())
            .toList();
    List<ViewingSheet.Watched> lines = new ArrayList<>();
    for (int n = 0; n < list.size(); n++) {
      ViewingItem i = list.get(n);
      Shot s = shots.get(i.shotId);
      VerdictEntry last =
          said.getOrDefault(i.versionId, List.of()).stream().findFirst().orElse(null);
      lines.add(
          new ViewingSheet.Watched(
              s.code,
              s.title,
              watched.get(i.versionId).number,
              seen.contains(i.id),
              last == null ? "" : last.verdict.words() + ": " + last.reason,
              carried.get(n).stream().map(c -> Reviews.line(me, c)).toList()));
    }
    return new Came(
        new ViewingSheet(v.title, LocalDate.ofInstant(v.saidAt, clock.getZone()), v.there, lines),
        carried.stream()
            .map(
                l ->
                    l.stream()
                        .map(c -> new NotedFrame(all.get(c.row().versionId), c.row()))
                        .toList())
            .toList());
  }

  /** The same on paper, with the frames its notes are on. */
  public byte[] paper(Member me, UUID id) throws IOException {
    Came c = transactions.read(() -> came(me, id));
    int left = MOST_PICTURES;
    List<List<ViewingPaper.Shown>> pictures = new ArrayList<>();
    for (List<NotedFrame> of : c.notes) {
      List<ViewingPaper.Shown> some = new ArrayList<>();
      for (NotedFrame n : of) {
        some.add(
            n.note.whole
                ? ViewingPaper.Shown.NONE
                : left-- > 0
                    ? shown(n)
                    : new ViewingPaper.Shown(
                        "", "its frame is not shown: there are more than " + MOST_PICTURES));
      }
      pictures.add(some);
    }
    return ViewingPaper.of(me.production().title, c.sheet, pictures, c.sheet.day());
  }

  private ViewingPaper.Shown shown(NotedFrame n) throws IOException {
    try {
      return new ViewingPaper.Shown(
          FramePicture.of(watcher.png(n.on, n.note.frame), n.note.drawing),
          "the frame as it was in version " + n.on.number);
    } catch (InvalidInput | NoSuchElementException e) {
      return new ViewingPaper.Shown("", "its frame cannot be shown: " + e.getMessage());
    }
  }

  private Set<UUID> seen(List<ViewingItem> of) {
    return seens.findByItemIdIn(of.stream().map(i -> i.id).toList()).stream()
        .map(s -> s.itemId)
        .collect(Collectors.toSet());
  }

  /** Viewings that were, the last first. */
  @Transactional(readOnly = true)
  public ViewingPage viewings(Member me, int page, int size) {
    InvalidInput.within("page", page, 0, 100_000);
    InvalidInput.within("size", size, 1, 100);
    Slice<Viewing> some =
        viewings.findByProductionIdOrderBySaidAtDesc(me.productionId(), PageRequest.of(page, size));
    List<ViewingItem> all =
        items.findByViewingIdInOrderByPlace(some.stream().map(v -> v.id).toList());
    Map<UUID, List<ViewingItem>> of = all.stream().collect(Collectors.groupingBy(i -> i.viewingId));
    Set<UUID> seen = seen(all);
    Map<UUID, String> codes =
        book.all(me).stream().collect(Collectors.toMap(p -> p.shot().id, p -> p.shot().code));
    return new ViewingPage(
        some.stream()
            .map(
                v ->
                    new ViewingLine(
                        v.id,
                        v.title,
                        v.saidAt,
                        v.saidBy,
                        v.there,
                        of.getOrDefault(v.id, List.of()).size(),
                        of.getOrDefault(v.id, List.of()).stream()
                            .filter(i -> !seen.contains(i.id))
                            .map(i -> codes.get(i.shotId))
                            .toList()))
            .toList(),
        page,
        some.hasNext());
  }

  /** A version was watched to its end; twice is once. */
  @Transactional
  public void saw(Member me, UUID id, NewSeen in) {
    viewings.require(id, me.productionId());
    viewings.hold(id);
    if (in.item() == null) {
      throw new InvalidInput("item", "must be its place in the list");
    }
    ViewingItem i =
        items.findByViewingIdInOrderByPlace(List.of(id)).stream()
            .filter(x -> x.place == in.item())
            .findFirst()
            .orElseThrow(() -> new InvalidInput("item", "is not in this viewing"));
    if (seen(List.of(i)).isEmpty()) {
      ViewingSeen s = new ViewingSeen();
      s.id = UUID.randomUUID();
      s.itemId = i.id;
      s.saidBy = me.name();
      s.saidAt = clock.instant();
      seens.saveAndFlush(s);
    }
  }
}
