package bivex.server.cut;

import bivex.core.InvalidInput;
import bivex.core.cut.CutList;
import bivex.core.cut.Recognition;
import bivex.core.cut.ReelSheet;
import bivex.core.cut.ShotCut;
import bivex.core.cut.ShotWork;
import bivex.core.shot.Evidence;
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
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What the cuts of a production say of its effect shots, worked out by the core. */
@Component
public class CutBook {
  private static final Logger LOG = LoggerFactory.getLogger(CutBook.class);

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
    private Map<String, ShotWork> work;

    private Reading(Member me) {
      production = me.production();
      pages = book.all(me);
      all = cuts.findByProductionIdOrderByAddedAt(production.id);
      said =
          all.isEmpty()
              ? List.of()
              : words.findByCutIdInOrderBySaidAt(all.stream().map(c -> c.id).toList());
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
          LOG.debug("a take logged at another rate is not looked for in cuts: {}", e.getMessage());
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

    /** All cuts of the production, oldest first. */
    public List<Cut> cuts() {
      return all;
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
      int at = all.stream().map(c -> c.id).toList().indexOf(cut.id);
      Set<UUID> upTo =
          all.stream()
              .limit(at < 0 ? all.size() : at + 1L)
              .map(c -> c.id)
              .collect(Collectors.toSet());
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
      Cut last = null;
      for (Cut c : all) {
        if (c.id.equals(cut.id)) {
          break;
        }
        if (c.reel.equalsIgnoreCase(cut.reel)) {
          last = c;
        }
      }
      return last == null ? null : of(last);
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
      Set<String> hands = new LinkedHashSet<>();
      if (v != null) {
        hands.add(v.uploadedBy());
      }
      p.evidence().stream()
          .filter(e -> e.item.startsWith("task:") && e.kind != Evidence.Kind.REOPENED)
          .forEach(e -> hands.add(e.saidBy));
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
          List.copyOf(hands));
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
          // Somebody gave it another length since, or its events were said to be something else.
          .filter(x -> x.frames() == s.cutFrames)
          .orElse(null);
    }

    /** A cut as a sheet, with what it changes against the one before. */
    public ReelSheet sheet(Cut cut) {
      Read now = of(cut);
      Read before = before(cut);
      return ReelSheet.of(
          now.list().start(), now.shots(), before == null ? null : before.shots(), work());
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

  private CutList list(Cut cut) {
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
