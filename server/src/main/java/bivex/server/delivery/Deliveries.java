package bivex.server.delivery;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.delivery.DeliverySpec;
import bivex.core.delivery.MediaWanted;
import bivex.core.delivery.PackageSheet;
import bivex.core.delivery.Redelivery;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shot.ShotFacts;
import bivex.core.time.FrameRange;
import bivex.server.BivexProperties;
import bivex.server.access.Member;
import bivex.server.keep.NoteWordEntry;
import bivex.server.keep.NoteWords;
import bivex.server.keep.PackageEntries;
import bivex.server.keep.PackageEntry;
import bivex.server.keep.PackageItem;
import bivex.server.keep.PackageItems;
import bivex.server.keep.ReviewNote;
import bivex.server.keep.ReviewNotes;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.SpecEntries;
import bivex.server.keep.SpecEntry;
import bivex.server.keep.Transactions;
import bivex.server.keep.VersionCheck;
import bivex.server.keep.VersionChecks;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.keep.Versions;
import bivex.server.live.Journal;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.papers.DeliveryPaper;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.FileSystemUtils;

/** What may go to a client, and the packages it goes in. */
@Component
public class Deliveries {
  private final Transactions transactions;
  private final SpecEntries specs;
  private final PackageEntries packages;
  private final PackageItems items;
  private final Versions versions;
  private final VersionEntries versionEntries;
  private final VersionChecks watched;
  private final ReviewNotes notes;
  private final NoteWords noteWords;
  private final Shots shots;
  private final MediaStore store;
  private final Journal journal;
  private final Path root;
  private final Clock clock;
  private final Map<UUID, Object> turns = new ConcurrentHashMap<>();
  private final Map<UUID, Work> packing = new ConcurrentHashMap<>();

  Deliveries(
      Transactions transactions,
      SpecEntries specs,
      PackageEntries packages,
      PackageItems items,
      Versions versions,
      VersionEntries versionEntries,
      VersionChecks watched,
      ReviewNotes notes,
      NoteWords noteWords,
      Shots shots,
      MediaStore store,
      Journal journal,
      BivexProperties properties,
      Clock clock) {
    this.transactions = transactions;
    this.specs = specs;
    this.packages = packages;
    this.items = items;
    this.versions = versions;
    this.versionEntries = versionEntries;
    this.watched = watched;
    this.notes = notes;
    this.noteWords = noteWords;
    this.shots = shots;
    this.store = store;
    this.journal = journal;
    this.root = properties.data().toAbsolutePath().resolve("packages");
    this.clock = clock;
  }

  /**
   * A shot's check list against a specification.
   *
   * @param ready whether it may go
   * @param delivered what became of this version, or of one before
   * @param due whether it goes into the next package unless somebody asks otherwise
   * @param open whether it may go into one at all
   */
  public record OfferView(
      UUID shot,
      String code,
      String title,
      int version,
      String fileName,
      List<VersionFacts.FactCheck> checks,
      boolean ready,
      String delivered,
      Boolean accepted,
      boolean due,
      boolean open) {}

  /**
   * @param waiting shots that have no version yet
   */
  public record OfferPage(SpecDesk.SpecView spec, List<OfferView> offers, int waiting) {}

  public record NewPackage(UUID spec, List<UUID> shots) {}

  /**
   * What is being packed.
   *
   * @param all bytes; 0 while nothing is packed
   * @param done bytes
   */
  public record PackingView(long all, long done) {}

  /** Files that are being copied. */
  private static final class Work {
    private final long all;
    private final AtomicLong done = new AtomicLong();
    private volatile boolean stopped;

    Work(long all) {
      this.all = all;
    }

    void add(long bytes) {
      if (stopped) {
        throw new InvalidInput("shots", "were not packed: somebody stopped it");
      }
      done.addAndGet(bytes);
    }
  }

  /** Nothing is being packed when the application begins. */
  @EventListener(ApplicationReadyEvent.class)
  public void sweep() throws IOException {
    Packer.sweep(root);
  }

  /** Every shot that has a version, checked against a specification from measured facts. */
  @Transactional(readOnly = true)
  public OfferPage offers(UUID spec, Member me) {
    SpecEntry s = specs.require(spec, me.productionId());
    Map<UUID, Versions.Standing> standing = standings(me);
    List<Shot> all =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .filter(x -> !x.omitted)
            .toList();
    Map<UUID, VersionCheck> seen = seen(standing.values());
    List<OfferView> offers =
        all.stream()
            .filter(x -> standing.containsKey(x.id))
            .map(x -> offer(me, s, x, standing.get(x.id), seen))
            .toList();
    return new OfferPage(SpecDesk.view(s), offers, all.size() - offers.size());
  }

  private Map<UUID, Versions.Standing> standings(Member me) {
    return versions.standings(me.productionId()).stream()
        .collect(Collectors.toMap(Versions.Standing::shotId, v -> v));
  }

  private Map<UUID, VersionCheck> seen(Collection<Versions.Standing> of) {
    return watched.findAllById(of.stream().map(Versions.Standing::versionId).toList()).stream()
        .collect(Collectors.toMap(c -> c.id, c -> c));
  }

  private OfferView offer(
      Member me, SpecEntry s, Shot shot, Versions.Standing v, Map<UUID, VersionCheck> seen) {
    DeliverySpec spec = s.spec();
    DeliverySpec.Offer o = offered(me, shot, v, seen);
    List<VersionFacts.FactCheck> checks = spec.check(o);
    ShotFacts.Delivery d = v.sent(s.id);
    boolean thisOne = d.version() != null && d.version() == v.number();
    DeliverySpec.Turn turn = DeliverySpec.turn(checks, thisOne, thisOne ? d.accepted() : null);
    return new OfferView(
        shot.id,
        shot.code,
        shot.title,
        v.number(),
        spec.fileName(o),
        checks,
        turn.ready(),
        DeliverySpec.became(v.number(), d.version(), d.handed(), d.accepted(), d.words()),
        thisOne ? d.accepted() : null,
        turn.due(),
        turn.open());
  }

  private DeliverySpec.Offer offered(
      Member me, Shot shot, Versions.Standing v, Map<UUID, VersionCheck> seen) {
    VersionCheck c = seen.get(v.versionId());
    return new DeliverySpec.Offer(
        me.production().code,
        shot.code,
        shot.scene,
        v.number(),
        v.facts(),
        v.place(shot),
        me.production().range(shot),
        v.verdict() == null ? null : Verdict.valueOf(v.verdict()),
        v.notes(),
        v.client(me.production(), clock),
        c == null
            ? MediaWanted.Watched.NOT_YET
            : new MediaWanted.Watched(c.found, c.sound, v.place().first()));
  }

  /**
   * Packs agreed shots. All of them must pass their check list; else nothing is packed and every
   * fault is named. The database is not held while files are copied.
   */
  public PackageEntry pack(Member me, NewPackage in) throws IOException {
    // One after the other in a production, so that no two packages get one number.
    synchronized (turns.computeIfAbsent(me.productionId(), k -> new Object())) {
      Prepared p = transactions.read(() -> prepare(me, in));
      Path folder = root.resolve(p.entry.id.toString());
      Work work = new Work(p.rows.stream().mapToLong(i -> i.bytes).sum());
      mustFit(work.all);
      packing.put(me.productionId(), work);
      try {
        List<Checksums> sums =
            Packer.pack(
                folder,
                name(me, p.entry),
                p.entry.packedAt,
                p.files,
                s -> sheet(me, p, s),
                DeliveryPaper::of,
                work::add);
        for (int i = 0; i < sums.size(); i++) {
          p.rows.get(i).xxh64 = sums.get(i).xxh64();
        }
      } finally {
        packing.remove(me.productionId());
      }
      try {
        return transactions.write(
            () -> {
              packages.saveAndFlush(p.entry);
              items.saveAllAndFlush(p.rows);
              journal.record(me, "packed", "package", p.entry.id.toString(), name(me, p.entry));
              return p.entry;
            });
      } catch (RuntimeException e) {
        FileSystemUtils.deleteRecursively(folder);
        throw e;
      }
    }
  }

  /** What is being packed in a production. */
  public PackingView packing(Member me) {
    Work w = packing.get(me.productionId());
    return w == null ? new PackingView(0, 0) : new PackingView(w.all, w.done.get());
  }

  /** Stops what is being packed; nothing of it stays. */
  public PackingView stop(Member me) {
    Work w = packing.get(me.productionId());
    if (w != null) {
      w.stopped = true;
    }
    return packing(me);
  }

  private void mustFit(long bytes) throws IOException {
    Files.createDirectories(root);
    long free = Files.getFileStore(root).getUsableSpace();
    if (free < bytes) {
      throw new InvalidInput(
          "shots",
          Said.of(
              "need %.1f GB to be packed, and %.1f GB are free in the data folder",
              bytes / 1e9, free / 1e9));
    }
  }

  /** A package before its files are copied. */
  private record Prepared(
      PackageEntry entry,
      SpecEntry spec,
      List<PackageItem> rows,
      List<Packer.Item> files,
      List<PackageSheet.Packed> packed) {}

  private Prepared prepare(Member me, NewPackage in) {
    if (in.shots() == null || in.shots().isEmpty()) {
      throw new InvalidInput("shots", "choose at least one shot");
    }
    if (in.spec() == null) {
      throw new InvalidInput("spec", "must be one of the delivery specifications");
    }
    SpecEntry s = specs.require(in.spec(), me.productionId());
    Map<UUID, Versions.Standing> standing = standings(me);
    List<Shot> wanted =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .filter(x -> in.shots().contains(x.id))
            .toList();
    if (wanted.size() != new HashSet<>(in.shots()).size()) {
      throw new InvalidInput("shots", "holds a shot that is not in this production");
    }
    PackageEntry p = new PackageEntry();
    p.id = UUID.randomUUID();
    p.productionId = me.productionId();
    p.specId = s.id;
    p.number = 1 + Math.max(me.production().packagesUsed, packages.lastNumber(me.productionId()));
    p.packedBy = me.name();
    p.packedAt = clock.instant();
    List<PackageItem> rows = new ArrayList<>();
    List<Packer.Item> files = new ArrayList<>();
    Map<UUID, VersionCheck> seen = seen(standing.values());
    Map<UUID, VersionEntry> entries =
        versionEntries
            .findAllById(standing.values().stream().map(Versions.Standing::versionId).toList())
            .stream()
            .collect(Collectors.toMap(v -> v.shotId, v -> v));
    for (Shot shot : wanted) {
      Versions.Standing v = standing.get(shot.id);
      if (v == null) {
        throw new InvalidInput("shots", shot.code + " has no version");
      }
      DeliverySpec.Offer o = offered(me, shot, v, seen);
      mustPass(shot, s.spec().check(o));
      VersionEntry f = entries.get(shot.id);
      PackageItem row = new PackageItem();
      row.id = UUID.randomUUID();
      row.packageId = p.id;
      row.shotId = shot.id;
      row.versionId = f.id;
      row.fileName = s.spec().fileName(o) + "." + MediaProbe.extension(f.type);
      row.sha256 = f.hash;
      row.bytes = f.bytes;
      row.cutFirst = o.cut().first();
      row.cutFrames = o.cut().frames();
      rows.add(row);
      files.add(new Packer.Item(shot.code, v.number(), row.fileName, store.find(f.hash), f.hash));
    }
    return new Prepared(p, s, rows, files, packed(me, s, wanted, entries, seen));
  }

  private static void mustPass(Shot shot, List<VersionFacts.FactCheck> checks) {
    checks.stream()
        .filter(c -> !c.agrees())
        .findFirst()
        .ifPresent(
            c -> {
              throw new InvalidInput(
                  "shots",
                  shot.code
                      + ": "
                      + Said.inside(c.label())
                      + " is "
                      + c.found()
                      + ", wanted "
                      + c.wanted());
            });
  }

  /** Each shot as it goes, with what changed since it went before. */
  private List<PackageSheet.Packed> packed(
      Member me,
      SpecEntry s,
      List<Shot> wanted,
      Map<UUID, VersionEntry> entries,
      Map<UUID, VersionCheck> seen) {
    List<UUID> ids = wanted.stream().map(x -> x.id).toList();
    Map<UUID, PackageItem> last =
        items.lastUnder(s.id, ids).stream().collect(Collectors.toMap(i -> i.shotId, i -> i));
    Map<UUID, PackageEntry> lastIn =
        packages.findAllById(last.values().stream().map(i -> i.packageId).toList()).stream()
            .collect(Collectors.toMap(p -> p.id, p -> p));
    Map<UUID, Map<UUID, VersionEntry>> all =
        versionEntries.findByShotIdIn(last.keySet()).stream()
            .collect(Collectors.groupingBy(v -> v.shotId, Collectors.toMap(v -> v.id, v -> v)));
    Map<UUID, List<ReviewNote>> given =
        notes.findByShotIdInOrderByFrame(last.keySet()).stream()
            .filter(n -> n.shown)
            .collect(Collectors.groupingBy(n -> n.shotId));
    Map<UUID, List<NoteWordEntry>> said =
        noteWords
            .findByNoteIdInOrderBySaidAt(
                given.values().stream().flatMap(List::stream).map(n -> n.id).toList())
            .stream()
            .collect(Collectors.groupingBy(w -> w.noteId));
    List<PackageSheet.Packed> out = new ArrayList<>();
    for (Shot shot : wanted) {
      VersionEntry now = entries.get(shot.id);
      PackageItem then = last.get(shot.id);
      List<String> changed = List.of();
      if (then != null) {
        Map<UUID, VersionEntry> mine = all.get(shot.id);
        VersionEntry before = mine.get(then.versionId);
        VersionCheck c = seen.get(now.id);
        changed =
            Redelivery.since(
                went(before, then.cut()),
                went(now, me.production().range(shot)),
                new Redelivery.Held(c == null ? null : c.against, c == null ? null : c.found),
                given.getOrDefault(shot.id, List.of()).stream()
                    .filter(n -> answered(n, said.get(n.id), before, now, mine))
                    .map(n -> n.words)
                    .toList());
      }
      out.add(
          new PackageSheet.Packed(
              shot.code,
              shot.title,
              shot.scene,
              now.number,
              now.facts(),
              now.firstFrame,
              me.production().range(shot),
              then == null ? "" : name(me, lastIn.get(then.packageId)),
              changed));
    }
    return out;
  }

  private static Redelivery.Went went(VersionEntry v, FrameRange cut) {
    return new Redelivery.Went(v.number, v.hash, v.facts(), cut, v.firstFrame);
  }

  /** Whether what goes now answers a note. */
  private static boolean answered(
      ReviewNote n,
      List<NoteWordEntry> said,
      VersionEntry before,
      VersionEntry now,
      Map<UUID, VersionEntry> all) {
    VersionEntry on = all.get(n.versionId);
    NoteWordEntry last = said == null ? null : said.get(said.size() - 1);
    VersionEntry in = last == null || last.versionId == null ? null : all.get(last.versionId);
    return on != null
        && Redelivery.answers(
            on.number,
            last == null ? null : last.word(in == null ? null : in.number),
            before.number,
            now.number);
  }

  private static PackageSheet sheet(Member me, Prepared p, List<Checksums> sums) {
    List<PackageSheet.Line> lines = new ArrayList<>();
    for (int i = 0; i < sums.size(); i++) {
      Checksums c = sums.get(i);
      lines.add(
          p.packed
              .get(i)
              .line(p.rows.get(i).fileName, p.spec.handles, c.bytes(), c.sha256(), c.xxh64()));
    }
    return new PackageSheet(
        PackageSheet.FORM,
        PackageSheet.FORM_VERSION,
        name(me, p.entry),
        me.production().title,
        p.spec.name,
        p.entry.packedAt.toString(),
        p.spec.words,
        lines);
  }

  /** Throws the files of a package away that was taken back. */
  public void discard(UUID pack) throws IOException {
    FileSystemUtils.deleteRecursively(root.resolve(pack.toString()));
  }

  /** Throws away the files of packages that are no more: taken back, or of a deleted production. */
  @Scheduled(initialDelay = 3_600_000, fixedDelay = 86_400_000)
  void sweepGone() throws IOException {
    if (!Files.isDirectory(root)) {
      return;
    }
    Instant old = clock.instant().minus(Duration.ofDays(1));
    try (DirectoryStream<Path> folders = Files.newDirectoryStream(root)) {
      for (Path f : folders) {
        String name = f.getFileName().toString();
        if (name.matches("[0-9a-f-]{36}")
            && Files.getLastModifiedTime(f).toInstant().isBefore(old)
            && !packages.existsById(UUID.fromString(name))) {
          FileSystemUtils.deleteRecursively(f);
        }
      }
    }
  }

  /** Where the files of a package lie. */
  Path folder(PackageEntry p) {
    Path folder = root.resolve(p.id.toString());
    if (!Files.isDirectory(folder)) {
      throw new NoSuchElementException(
          "The files of this package are gone from the data folder; pack it again.");
    }
    return folder;
  }

  static String name(Member me, PackageEntry p) {
    return String.format("%s_package_%03d", me.production().code, p.number);
  }
}
