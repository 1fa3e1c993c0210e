package bivex.server.delivery;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.delivery.DeliverySpec;
import bivex.core.delivery.MediaWanted;
import bivex.core.optics.Raster;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRate;
import bivex.server.BivexProperties;
import bivex.server.access.Member;
import bivex.server.http.Pages;
import bivex.server.http.Problems;
import bivex.server.keep.PackageEntries;
import bivex.server.keep.PackageEntry;
import bivex.server.keep.PackageItem;
import bivex.server.keep.PackageItems;
import bivex.server.keep.Receipt;
import bivex.server.keep.Receipts;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.SpecEntries;
import bivex.server.keep.SpecEntry;
import bivex.server.keep.Transactions;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.keep.Versions;
import bivex.server.live.Journal;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Slice;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.FileSystemUtils;

/** Delivery: what the client wants, what may go, the packages and what became of them. */
@Component
public class Deliveries {
  private final Transactions transactions;
  private final SpecEntries specs;

  private final PackageEntries packages;

  private final PackageItems items;

  private final Receipts receipts;

  private final Versions versions;

  private final VersionEntries versionEntries;

  private final Shots shots;

  private final MediaStore store;

  private final StandInDropBox dropBox;

  private final Journal journal;

  private final Path root;

  /** Whether the stand-in may be told to damage something, to see a refusal. */
  private final boolean demo;

  private final Map<UUID, Object> packing = new ConcurrentHashMap<>();

  private final Clock clock;

  private OfferView offer(Member me, DeliverySpec spec, Shot shot, Versions.Standing v) {
    DeliverySpec.Offer o = offered(me, shot, v);
    List<VersionFacts.FactCheck> checks = spec.check(o);
    boolean thisOne = v.deliveredNumber() != null && v.deliveredNumber() == v.number();
    DeliverySpec.Turn turn = DeliverySpec.turn(checks, thisOne, thisOne ? v.accepted() : null);
    return new OfferView(
        shot.id,
        shot.code,
        shot.title,
        v.number(),
        spec.fileName(o),
        checks,
        turn.ready(),
        thisOne ? v.accepted() == null ? "packed, not sent" : v.receipt() : null,
        thisOne ? v.accepted() : null,
        turn.due(),
        turn.open());
  }

  private DeliverySpec.Offer offered(Member me, Shot shot, Versions.Standing v) {
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
        v.client(me.production(), clock));
  }

  Deliveries(
      Transactions transactions,
      SpecEntries specs,
      PackageEntries packages,
      PackageItems items,
      Receipts receipts,
      Versions versions,
      VersionEntries versionEntries,
      Shots shots,
      MediaStore store,
      StandInDropBox dropBox,
      Journal journal,
      BivexProperties properties,
      Clock clock) {
    this.transactions = transactions;
    this.clock = clock;
    this.specs = specs;
    this.packages = packages;
    this.items = items;
    this.receipts = receipts;
    this.versions = versions;
    this.versionEntries = versionEntries;
    this.shots = shots;
    this.store = store;
    this.dropBox = dropBox;
    this.journal = journal;
    this.demo = properties.demo();
    this.root = properties.data().toAbsolutePath().resolve("packages");
  }

  public record SpecView(
      UUID id,
      String name,
      Raster raster,
      String rate,
      String rateName,
      int handles,
      String pattern,
      MediaWanted media,
      long version) {}

  /**
   * @param media of the file itself; null for anything
   */
  public record SpecEdit(
      String name, Raster raster, String rate, int handles, String pattern, MediaWanted media) {}

  /**
   * A shot's check list against a specification.
   *
   * @param ready whether it may go
   * @param delivered what became of this version
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
  public record OfferPage(SpecView spec, List<OfferView> offers, int waiting) {}

  public record NewPackage(UUID spec, List<UUID> shots) {}

  public record ItemView(UUID shot, String code, String fileName, String sha256, long bytes) {}

  public record PackageView(
      UUID id,
      int number,
      String name,
      String spec,
      String packedBy,
      Instant packedAt,
      List<ItemView> items,
      Boolean accepted,
      String words,
      Instant receivedAt) {}

  public record PackagePage(List<PackageView> packages, boolean more) {}

  /**
   * @param damage whether the stand-in shall damage it on the way, to see a refusal
   */
  public record Sending(boolean damage) {}

  @Transactional(readOnly = true)
  public List<SpecView> specs(Member me) {
    return specs.findByProductionIdOrderByName(me.productionId()).stream()
        .map(Deliveries::view)
        .toList();
  }

  @Transactional
  public SpecView addSpec(Member me, SpecEdit in) {
    SpecEntry s = new SpecEntry();
    s.id = UUID.randomUUID();
    s.productionId = me.productionId();
    return keep(me, s, in, "added");
  }

  @Transactional
  public SpecView changeSpec(UUID spec, Member me, String ifMatch, SpecEdit in) {
    SpecEntry s = spec(me, spec);
    Problems.mustBeCurrent(ifMatch, s.version, view(s), in);
    return keep(me, s, in, "changed");
  }

  private SpecView keep(Member me, SpecEntry s, SpecEdit in, String action) {
    s.name = InvalidInput.title("name", in.name());
    if (in.raster() == null) {
      throw new InvalidInput("raster", "needs a width and a height");
    }
    s.width = in.raster().width();
    s.height = in.raster().height();
    s.rate = FrameRate.parse(in.rate()).text();
    s.handles = in.handles();
    s.pattern = in.pattern();
    s.media = in.media() == null || in.media().equals(MediaWanted.ANY) ? null : in.media();
    s.spec();
    specs.saveAndFlush(s);
    journal.record(me, action, "spec", s.id.toString(), s.name);
    return view(s);
  }

  /** Nothing is being packed when the application begins. */
  @EventListener(ApplicationReadyEvent.class)
  public void sweep() throws IOException {
    Packer.sweep(root);
  }

  /** Every shot that has a version, checked against a specification from measured facts. */
  @Transactional(readOnly = true)
  public OfferPage offers(UUID spec, Member me) {
    SpecEntry s = spec(me, spec);
    Map<UUID, Versions.Standing> standing =
        versions.standings(me.productionId()).stream()
            .collect(Collectors.toMap(Versions.Standing::shotId, v -> v));
    List<Shot> all =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .filter(x -> !x.omitted)
            .toList();
    List<OfferView> offers =
        all.stream()
            .filter(x -> standing.containsKey(x.id))
            .map(x -> offer(me, s.spec(), x, standing.get(x.id)))
            .toList();
    return new OfferPage(view(s), offers, all.size() - offers.size());
  }

  /**
   * Packs agreed shots. All of them must pass their check list; else nothing is packed and every
   * fault is named.
   */
  public PackageView pack(Member me, NewPackage in) throws IOException {
    // One after the other in a production, so that no two packages get one number; the database
    // is not held while files are copied.
    synchronized (packing.computeIfAbsent(me.productionId(), k -> new Object())) {
      Prepared p = transactions.read(() -> prepare(me, in));
      Path folder = root.resolve(p.entry().id.toString());
      Packer.pack(folder, name(me, p.entry()), me.production().title, p.files());
      try {
        return transactions.write(
            () -> {
              packages.saveAndFlush(p.entry());
              items.saveAllAndFlush(p.rows());
              journal.record(me, "packed", "package", p.entry().id.toString(), name(me, p.entry()));
              return views(me, List.of(p.entry())).get(0);
            });
      } catch (RuntimeException e) {
        FileSystemUtils.deleteRecursively(folder);
        throw e;
      }
    }
  }

  /** A package before its files are copied. */
  private record Prepared(PackageEntry entry, List<PackageItem> rows, List<Packer.Item> files) {}

  private Prepared prepare(Member me, NewPackage in) {
    if (in.shots() == null || in.shots().isEmpty()) {
      throw new InvalidInput("shots", "choose at least one shot");
    }
    if (in.spec() == null) {
      throw new InvalidInput("spec", "must be one of the delivery specifications");
    }
    SpecEntry s = spec(me, in.spec());
    DeliverySpec spec = s.spec();
    Map<UUID, Versions.Standing> standing =
        versions.standings(me.productionId()).stream()
            .collect(Collectors.toMap(Versions.Standing::shotId, v -> v));
    Map<UUID, VersionEntry> files =
        versionEntries
            .findAllById(standing.values().stream().map(Versions.Standing::versionId).toList())
            .stream()
            .collect(Collectors.toMap(v -> v.shotId, v -> v));
    List<Packer.Item> packed = new ArrayList<>();
    PackageEntry p = new PackageEntry();
    p.id = UUID.randomUUID();
    p.productionId = me.productionId();
    p.specId = s.id;
    p.number = 1 + Math.max(me.production().packagesUsed, packages.lastNumber(me.productionId()));
    p.packedBy = me.name();
    p.packedAt = clock.instant();
    List<PackageItem> rows = new ArrayList<>();
    List<Shot> wanted =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .filter(x -> in.shots().contains(x.id))
            .toList();
    if (wanted.size() != new HashSet<>(in.shots()).size()) {
      throw new InvalidInput("shots", "holds a shot that is not in this production");
    }
    for (Shot shot : wanted) {
      Versions.Standing v = standing.get(shot.id);
      if (v == null) {
        throw new InvalidInput("shots", shot.code + " has no version");
      }
      DeliverySpec.Offer o = offered(me, shot, v);
      spec.check(o).stream()
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
      VersionEntry f = files.get(shot.id);
      String fileName = spec.fileName(o) + "." + MediaProbe.extension(f.type);
      packed.add(
          new Packer.Item(
              shot.code,
              shot.scene,
              v.number(),
              fileName,
              store.find(f.hash),
              f.hash,
              f.bytes,
              f.facts(),
              shot.cutFrames,
              s.handles));
      PackageItem row = new PackageItem();
      row.id = UUID.randomUUID();
      row.packageId = p.id;
      row.shotId = shot.id;
      row.versionId = f.id;
      row.fileName = fileName;
      row.sha256 = f.hash;
      row.bytes = f.bytes;
      rows.add(row);
    }
    return new Prepared(p, rows, packed);
  }

  @Transactional(readOnly = true)
  public PackagePage packages(Member me, int page) {
    Slice<PackageEntry> s =
        packages.findByProductionIdOrderByNumberDesc(
            me.productionId(), PageRequest.of(Pages.at(page), 20));
    return new PackagePage(views(me, s.getContent()), s.hasNext());
  }

  /**
   * Hands a package to the client's drop box and keeps its answer. The database is not held while
   * files are handed over.
   */
  public PackageView send(UUID pack, Member me, Sending in) throws IOException {
    PackageEntry p = find(me, pack);
    if (in.damage()) {
      if (!demo) {
        throw new InvalidInput("damage", "is a switch of the demo only");
      }
      dropBox.damageNext();
    }
    DropBox.Answer a = dropBox.hand(folder(p), name(me, p));
    return transactions.write(() -> received(p, me, a));
  }

  private PackageView received(PackageEntry p, Member me, DropBox.Answer a) {
    Receipt r = new Receipt();
    r.id = UUID.randomUUID();
    r.packageId = p.id;
    r.accepted = a.accepted();
    r.words = a.words();
    r.receivedAt = clock.instant();
    receipts.saveAndFlush(r);
    journal.record(
        me, a.accepted() ? "delivered" : "was refused", "package", p.id.toString(), name(me, p));
    return views(me, List.of(p)).get(0);
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

  private Path folder(PackageEntry p) {
    Path folder = root.resolve(p.id.toString());
    if (!Files.isDirectory(folder)) {
      throw new NoSuchElementException(
          "The files of this package are gone from the data folder; pack it again.");
    }
    return folder;
  }

  private PackageEntry find(Member me, UUID id) {
    return packages.require(id, me.productionId());
  }

  private SpecEntry spec(Member me, UUID id) {
    return specs.require(id, me.productionId());
  }

  private static String name(Member me, PackageEntry p) {
    return String.format("%s_package_%03d", me.production().code, p.number);
  }

  private List<PackageView> views(Member me, List<PackageEntry> list) {
    List<UUID> ids = list.stream().map(p -> p.id).toList();
    Map<UUID, List<PackageItem>> rows =
        items.findByPackageIdInOrderByFileName(ids).stream()
            .collect(Collectors.groupingBy(i -> i.packageId));
    Map<UUID, Receipt> answers =
        receipts.findByPackageIdInOrderByReceivedAtDesc(ids).stream()
            .collect(Collectors.toMap(r -> r.packageId, r -> r, (a, b) -> a));
    Map<UUID, String> codes =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .collect(Collectors.toMap(x -> x.id, x -> x.code));
    Map<UUID, String> names =
        specs.findByProductionIdOrderByName(me.productionId()).stream()
            .collect(Collectors.toMap(x -> x.id, x -> x.name));
    return list.stream()
        .map(
            p -> {
              Receipt r = answers.get(p.id);
              return new PackageView(
                  p.id,
                  p.number,
                  name(me, p),
                  names.get(p.specId),
                  p.packedBy,
                  p.packedAt,
                  rows.getOrDefault(p.id, List.of()).stream()
                      .map(
                          i ->
                              new ItemView(
                                  i.shotId, codes.get(i.shotId), i.fileName, i.sha256, i.bytes))
                      .toList(),
                  r == null ? null : r.accepted,
                  r == null ? null : r.words,
                  r == null ? null : r.receivedAt);
            })
        .toList();
  }

  private static SpecView view(SpecEntry s) {
    return new SpecView(
        s.id,
        s.name,
        new Raster(s.width, s.height),
        s.rate,
        FrameRate.parse(s.rate).name(),
        s.handles,
        s.pattern,
        s.media == null ? MediaWanted.ANY : s.media,
        s.version);
  }

  /** Where a package lies, and what it is called. */
  record Packed(Path folder, String name) {}

  /** A package, to be handed out. */
  @Transactional(readOnly = true)
  public Packed packed(Member me, UUID pack) {
    PackageEntry p = find(me, pack);
    return new Packed(folder(p), name(me, p));
  }
}
