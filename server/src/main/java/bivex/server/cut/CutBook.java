package bivex.server.cut;

import bivex.core.InvalidInput;
import bivex.core.cut.CutList;
import bivex.core.cut.Recognition;
import bivex.core.cut.ReelSheet;
import bivex.core.cut.Reels;
import bivex.core.cut.ShotCut;
import bivex.core.cut.ShotWork;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.Cut;
import bivex.server.keep.CutWord;
import bivex.server.keep.CutWords;
import bivex.server.keep.Cuts;
import bivex.server.keep.FormerCodes;
import bivex.server.keep.Production;
import bivex.server.keep.Shot;
import bivex.server.keep.Stamps;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.Versions;
import bivex.server.media.MediaStore;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What the cuts of a production say of its effect shots, worked out by the core. */
@Component
public class CutBook {
  /** Lists are small; these are a few MB. */
  private final Cache<String, CutList> lists = Caffeine.newBuilder().maximumSize(40).build();

  private final Cache<UUID, Kept> kept = Caffeine.newBuilder().maximumSize(4).build();

  private final Cuts cuts;
  private final CutWords words;
  private final TakeEntries takes;
  private final FormerCodes former;
  private final Versions versions;
  private final ShotBook book;
  private final MediaStore store;
  private final Stamps stamps;

  CutBook(
      Cuts cuts,
      CutWords words,
      TakeEntries takes,
      FormerCodes former,
      Versions versions,
      ShotBook book,
      MediaStore store,
      Stamps stamps) {
    this.stamps = stamps;
    this.cuts = cuts;
    this.words = words;
    this.takes = takes;
    this.former = former;
    this.versions = versions;
    this.book = book;
    this.store = store;
  }

  /**
   * A cut that was read.
   *
   * @param all what each picture of it is, in its order
   * @param shots effect shots in record order
   */
  public record Read(
      Cut cut, CutList list, List<Recognition.Recognised> all, List<ShotCut> shots) {}

  /** Everything one request needs: takes, shots and words are fetched once. */
  public final class Reading {
    private final Production production;
    private final List<ShotBook.Page> pages;
    private final Recognition known;
    private final List<Cut> all;
    private final List<CutWord> said;
    private final Map<UUID, Read> read = new HashMap<>();
    private final Map<UUID, ReelSheet> sheets = new HashMap<>();
    private final Reels reels;
    private int notRead;
    private Map<String, ShotWork> work;

    private Reading(Member me) {
      production = me.production();
      pages = book.all(me);
      all = cuts.findByProductionIdOrderByAddedAt(production.id);
      said =
          all.isEmpty()
              ? List.of()
              : words.findByCutIdInOrderBySaidAt(all.stream().map(c -> c.id).toList());
      reels = new Reels(all.stream().map(Cut::ref).toList());
      known = new Recognition(knownTakes(), knownShots());
    }

    private List<Recognition.KnownTake> knownTakes() {
      Map<UUID, String> codes =
          pages.stream().collect(Collectors.toMap(p -> p.shot().id, p -> p.shot().code));
      List<Recognition.KnownTake> out = new ArrayList<>();
      for (TakeEntries.OnRoll t : takes.rolls(production.id)) {
        try {
          out.add(
              new Recognition.KnownTake(
                  t.id().toString(),
                  t.shotId().toString(),
                  t.plate(),
                  t.named(codes),
                  t.number(),
                  t.roll(),
                  Timecode.parse(t.tcIn(), production.frameRate()),
                  t.frames(),
                  t.picked()));
        } catch (InvalidInput e) {
          // Logged when the production counted otherwise: it is told, and not looked for.
          notRead++;
        }
      }
      return out;
    }

    private List<Recognition.KnownShot> knownShots() {
      Map<UUID, List<String>> had =
          former.findByProductionIdOrderByChangedAt(production.id).stream()
              .collect(
                  Collectors.groupingBy(
                      f -> f.shotId, Collectors.mapping(f -> f.code, Collectors.toList())));
      return pages.stream()
          .map(
              p -> {
                List<String> codes = new ArrayList<>(List.of(p.shot().code));
                codes.addAll(had.getOrDefault(p.shot().id, List.of()));
                return new Recognition.KnownShot(p.shot().id.toString(), codes);
              })
          .toList();
    }

    public Recognition known() {
      return known;
    }

    /** Takes whose labels cannot be read at the rate of the production. */
    public int notRead() {
      return notRead;
    }

    /** The newest cut of each reel, by the names of the reels. */
    public List<Cut> newest() {
      return reels.newest().stream().map(this::cut).toList();
    }

    private Cut cut(String id) {
      return all.stream().filter(c -> c.id.toString().equals(id)).findFirst().orElseThrow();
    }

    public List<ShotBook.Page> pages() {
      return pages;
    }

    /** A cut, read and recognised. */
    public synchronized Read of(Cut cut) {
      Read had = read.get(cut.id);
      if (had != null) {
        return had;
      }
      CutList list = list(cut);
      // Words of later cuts are of later cuts.
      Set<UUID> upTo = new HashSet<>();
      for (Cut c : all) {
        upTo.add(c.id);
        if (c.id.equals(cut.id)) {
          break;
        }
      }
      List<Recognition.Recognised> what =
          known.of(
              list,
              said.stream().filter(w -> upTo.contains(w.cutId)).map(w -> w.word(cut.id)).toList());
      Read now = new Read(cut, list, what, ShotCut.of(what, known, production.handles));
      read.put(cut.id, now);
      return now;
    }

    /** The cut of the same reel before; null where there is none. */
    public Read before(Cut cut) {
      String before = reels.before(cut.id.toString());
      return before == null ? null : of(cut(before));
    }

    /** What is known of each shot beside the cut, by its id. */
    public synchronized Map<String, ShotWork> work() {
      if (work == null) {
        Map<UUID, Versions.Standing> newest =
            versions.standings(production.id).stream()
                .collect(Collectors.toMap(Versions.Standing::shotId, v -> v));
        work = new LinkedHashMap<>();
        for (ShotBook.Page p : pages) {
          work.put(p.shot().id.toString(), work(p, newest.get(p.shot().id)));
        }
      }
      return work;
    }

    private ShotWork work(ShotBook.Page p, Versions.Standing v) {
      Shot s = p.shot();
      List<ShotWork.Hand> said =
          p.evidence().stream().map(e -> new ShotWork.Hand(e.item, e.kind, e.saidBy)).toList();
      return new ShotWork(
          s.id.toString(),
          s.code,
          s.title,
          production.setting(s),
          p.plan(),
          followed(s),
          v == null || v.facts().still()
              ? null
              : new ShotWork.Newest(
                  v.number(), v.place().range(v.frames()), v.place().sure(), v.place(s).same()),
          ShotWork.hands(v == null ? null : v.uploadedBy(), said));
    }

    /** A shot as the cut has it that its length follows; null while it follows none. */
    private ShotCut followed(Shot s) {
      if (s.cutId == null) {
        return null;
      }
      return all.stream()
          .filter(c -> c.id.equals(s.cutId))
          .findFirst()
          .flatMap(
              c ->
                  of(c).shots().stream()
                      .filter(x -> x.shot().equals(s.id.toString()) && x.use() == 1)
                      .findFirst())
          .orElse(null);
    }

    /** A cut as a sheet, with what it changes against the one before. */
    public synchronized ReelSheet sheet(Cut cut) {
      ReelSheet had = sheets.get(cut.id);
      if (had != null) {
        return had;
      }
      Read now = of(cut);
      Read before = before(cut);
      ReelSheet made =
          ReelSheet.of(
              now.list().start(), now.shots(), before == null ? null : before.shots(), work());
      sheets.put(cut.id, made);
      return made;
    }
  }

  /**
   * What one request needs; that of the request before while nothing has changed. A transaction
   * that writes reads for itself.
   */
  public Reading reading(Member me) {
    boolean writing =
        TransactionSynchronizationManager.isActualTransactionActive()
            && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    if (writing) {
      return new Reading(me);
    }
    // Read before the rows are: they may be newer than the stamp, never older.
    long stamp = me.stamp() == null ? stamps.of(me.productionId()) : me.stamp();
    Kept last = kept.getIfPresent(me.productionId());
    if (last == null || last.stamp != stamp) {
      last = new Kept(stamp, new Reading(me));
      kept.put(me.productionId(), last);
    }
    return last.reading;
  }

  /** What was read at a stamp of the production; nobody changes anything of it. */
  private record Kept(long stamp, Reading reading) {}

  /** A cut as its file tells it. */
  public CutList list(Cut cut) {
    return lists.get(
        cut.hash + " " + cut.rate,
        k -> {
          try {
            return CutReader.read(
                Files.readAllBytes(store.find(cut.hash)), FrameRate.parse(cut.rate));
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }
}
