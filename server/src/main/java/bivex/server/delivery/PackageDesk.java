package bivex.server.delivery;

import bivex.core.InvalidInput;
import bivex.core.delivery.PackageStand;
import bivex.server.BivexProperties;
import bivex.server.access.Member;
import bivex.server.http.Pages;
import bivex.server.keep.Handover;
import bivex.server.keep.Handovers;
import bivex.server.keep.PackageEntries;
import bivex.server.keep.PackageEntry;
import bivex.server.keep.PackageItem;
import bivex.server.keep.PackageItems;
import bivex.server.keep.Receipt;
import bivex.server.keep.ReceiptFile;
import bivex.server.keep.ReceiptFiles;
import bivex.server.keep.Receipts;
import bivex.server.keep.Shots;
import bivex.server.keep.SpecEntries;
import bivex.server.keep.SpecEntry;
import bivex.server.keep.Transactions;
import bivex.server.live.Journal;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Slice;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What became of each package: how it was handed over, and what was answered to each file. */
@Component
public class PackageDesk {
  private static final int PAGE = 20;
  private static final int LETTERS = 500;

  private final Transactions transactions;
  private final Deliveries deliveries;
  private final PackageEntries packages;
  private final PackageItems items;
  private final Handovers handovers;
  private final Receipts receipts;
  private final ReceiptFiles answers;
  private final SpecEntries specs;
  private final Shots shots;
  private final StandInDropBox dropBox;
  private final Journal journal;
  private final Clock clock;

  /** Whether the stand-in may be told to damage something, to see a refusal. */
  private final boolean demo;

  PackageDesk(
      Transactions transactions,
      Deliveries deliveries,
      PackageEntries packages,
      PackageItems items,
      Handovers handovers,
      Receipts receipts,
      ReceiptFiles answers,
      SpecEntries specs,
      Shots shots,
      StandInDropBox dropBox,
      Journal journal,
      BivexProperties properties,
      Clock clock) {
    this.transactions = transactions;
    this.deliveries = deliveries;
    this.packages = packages;
    this.items = items;
    this.handovers = handovers;
    this.receipts = receipts;
    this.answers = answers;
    this.specs = specs;
    this.shots = shots;
    this.dropBox = dropBox;
    this.journal = journal;
    this.demo = properties.demo();
    this.clock = clock;
  }

  /**
   * @param xxh64 empty in packages older than it
   * @param accepted null while there is no answer
   * @param words that came with it
   */
  public record ItemView(
      UUID shot,
      String code,
      String fileName,
      String sha256,
      String xxh64,
      long bytes,
      Boolean accepted,
      String words) {}

  /**
   * @param accepted whether all of it was; null while something has no answer
   * @param words of the last answer; null for none
   * @param stands where it stands, in a sentence
   * @param action what to do next; empty when nothing
   * @param open how many files are to be handed over
   * @param waits how many files were handed over and have no answer
   */
  public record PackageView(
      UUID id,
      int number,
      String name,
      String spec,
      String packedBy,
      Instant packedAt,
      List<ItemView> items,
      PackageStand.State state,
      String stands,
      String action,
      boolean late,
      int open,
      int waits,
      Boolean accepted,
      String words,
      Instant handedAt,
      Instant receivedAt) {}

  public record PackagePage(List<PackageView> packages, boolean more) {}

  /**
   * @param damage whether the stand-in shall damage it on the way, to see a refusal
   */
  public record Sending(boolean damage) {}

  /**
   * That somebody handed a package over on a way of their own.
   *
   * @param id given by the asker, so that asking again does nothing
   * @param words on which way; may be empty
   */
  public record NewHandover(UUID id, String words) {}

  /**
   * What a client answered to what was handed over by hand.
   *
   * @param id given by the asker, so that asking again does nothing
   * @param files names; null for all that have no answer
   * @param words receipt, or why it was refused
   */
  public record NewAnswer(UUID id, List<String> files, Boolean accepted, String words) {}

  @Transactional(readOnly = true)
  public PackagePage packages(Member me, int page) {
    Slice<PackageEntry> s =
        packages.findByProductionIdOrderByNumberDesc(
            me.productionId(), PageRequest.of(Pages.at(page), PAGE));
    return new PackagePage(views(me, s.getContent()), s.hasNext());
  }

  /** Packs agreed shots, and tells where the package stands. */
  public PackageView pack(Member me, Deliveries.NewPackage in) throws IOException {
    PackageEntry p = deliveries.pack(me, in);
    return transactions.read(() -> view(me, p));
  }

  /**
   * Hands what was never handed over, or was refused, to the client's drop box, and keeps its
   * answer to each file. The database is not held while files are handed over.
   */
  public PackageView send(UUID pack, Member me, Sending in) throws IOException {
    PackageEntry p = packages.require(pack, me.productionId());
    if (in.damage() && !demo) {
      throw new InvalidInput("damage", "is a switch of the demo only");
    }
    List<String> open = transactions.read(() -> stand(p).open());
    mustBeOpen(open);
    if (in.damage()) {
      dropBox.damageNext();
    }
    Instant went = clock.instant();
    DropBox.Answer a = dropBox.hand(deliveries.folder(p), Deliveries.name(me, p), open);
    return transactions.write(
        () -> {
          handed(p, UUID.randomUUID(), Handover.How.BOX, "", open, went);
          return received(me, p, UUID.randomUUID(), a);
        });
  }

  /** That somebody handed over what was never handed over, or was refused. */
  @Transactional
  public PackageView handed(UUID pack, Member me, NewHandover in) {
    PackageEntry p = packages.require(pack, me.productionId());
    UUID id = in.id() == null ? UUID.randomUUID() : in.id();
    if (!handovers.existsById(id)) {
      List<String> open = stand(p).open();
      mustBeOpen(open);
      handed(p, id, Handover.How.HAND, words(in.words()), open, clock.instant());
      journal.record(me, "handed over", "package", p.id.toString(), Deliveries.name(me, p));
    }
    return view(me, p);
  }

  /** What the client answered to what somebody handed over. */
  @Transactional
  public PackageView answered(UUID pack, Member me, NewAnswer in) {
    PackageEntry p = packages.require(pack, me.productionId());
    UUID id = in.id() == null ? UUID.randomUUID() : in.id();
    if (receipts.existsById(id)) {
      return view(me, p);
    }
    if (in.accepted() == null) {
      throw new InvalidInput("accepted", "must say whether they took it");
    }
    String words = words(in.words());
    if (!in.accepted() && words.isEmpty()) {
      throw new InvalidInput("words", "must say why it was refused");
    }
    List<Handover> went = handovers.findByPackageIdInOrderByHandedAt(List.of(p.id));
    PackageStand stand = stand(p);
    List<String> files =
        in.files() == null ? stand.waiting() : in.files().stream().distinct().toList();
    for (String f : files) {
      if (went.stream().noneMatch(h -> h.files.contains(f))) {
        throw new InvalidInput("files", "were not handed over: " + f);
      }
    }
    if (files.isEmpty()) {
      throw new InvalidInput("files", "that were handed over all have an answer; say which");
    }
    return received(
        me,
        p,
        id,
        new DropBox.Answer(
            files.stream().map(f -> new DropBox.FileAnswer(f, in.accepted(), words)).toList(),
            words));
  }

  private static void mustBeOpen(List<String> files) {
    if (files.isEmpty()) {
      throw new InvalidInput(
          "package", "has nothing to be handed over: what has no answer waits for one");
    }
  }

  private static String words(String words) {
    String said = words == null ? "" : words.strip();
    if (said.length() > LETTERS) {
      throw new InvalidInput("words", "must be at most " + LETTERS + " letters");
    }
    return said;
  }

  private void handed(
      PackageEntry p, UUID id, Handover.How how, String words, List<String> files, Instant at) {
    Handover h = new Handover();
    h.id = id;
    h.packageId = p.id;
    h.how = how;
    h.words = words;
    h.files = files;
    h.handedAt = at;
    handovers.saveAndFlush(h);
  }

  private PackageView received(Member me, PackageEntry p, UUID id, DropBox.Answer a) {
    Receipt r = new Receipt();
    r.id = id;
    r.packageId = p.id;
    r.accepted = a.accepted();
    r.words = a.words();
    r.receivedAt = clock.instant();
    receipts.saveAndFlush(r);
    Map<String, UUID> ids =
        items.findByPackageIdInOrderByFileName(List.of(p.id)).stream()
            .collect(Collectors.toMap(i -> i.fileName, i -> i.id));
    answers.saveAllAndFlush(
        a.files().stream()
            .map(
                f -> {
                  ReceiptFile x = new ReceiptFile();
                  x.id = UUID.randomUUID();
                  x.receiptId = r.id;
                  x.itemId = ids.get(f.file());
                  x.accepted = f.accepted();
                  x.words = f.words();
                  return x;
                })
            .toList());
    journal.record(
        me,
        a.accepted() ? "delivered" : "was refused",
        "package",
        p.id.toString(),
        Deliveries.name(me, p));
    return view(me, p);
  }

  private PackageStand stand(PackageEntry p) {
    return read(List.of(p)).stand(p);
  }

  private PackageView view(Member me, PackageEntry p) {
    return views(me, List.of(p)).get(0);
  }

  /** Everything that is known of some packages, by package. */
  private record Known(
      Map<UUID, List<PackageItem>> rows,
      Map<UUID, List<Handover>> went,
      Map<UUID, List<Receipt>> said,
      Map<UUID, List<PackageStand.Answer>> answers,
      Map<UUID, Double> usual,
      Instant now) {
    PackageStand stand(PackageEntry p) {
      return PackageStand.of(
          rows.getOrDefault(p.id, List.of()).stream().map(i -> i.fileName).toList(),
          went.getOrDefault(p.id, List.of()).stream()
              .map(h -> new PackageStand.Handed(h.handedAt, h.files))
              .toList(),
          answers.getOrDefault(p.id, List.of()),
          usual.get(p.specId),
          now);
    }
  }

  private Known read(List<PackageEntry> list) {
    List<UUID> ids = list.stream().map(p -> p.id).toList();
    List<PackageItem> rows = items.findByPackageIdInOrderByFileName(ids);
    Map<UUID, PackageItem> byId = rows.stream().collect(Collectors.toMap(i -> i.id, i -> i));
    List<Receipt> said = receipts.findByPackageIdInOrderByReceivedAtDesc(ids);
    Map<UUID, Receipt> receipt = said.stream().collect(Collectors.toMap(r -> r.id, r -> r));
    Map<UUID, List<PackageStand.Answer>> each =
        answers.findByReceiptIdIn(said.stream().map(r -> r.id).toList()).stream()
            .collect(
                Collectors.groupingBy(
                    f -> receipt.get(f.receiptId).packageId,
                    Collectors.mapping(
                        f ->
                            new PackageStand.Answer(
                                byId.get(f.itemId).fileName,
                                f.accepted,
                                f.words,
                                receipt.get(f.receiptId).receivedAt),
                        Collectors.toList())));
    return new Known(
        rows.stream().collect(Collectors.groupingBy(i -> i.packageId)),
        handovers.findByPackageIdInOrderByHandedAt(ids).stream()
            .collect(Collectors.groupingBy(h -> h.packageId)),
        said.stream().collect(Collectors.groupingBy(r -> r.packageId)),
        each,
        specs.findAllById(list.stream().map(p -> p.specId).distinct().toList()).stream()
            .collect(Collectors.toMap(s -> s.id, this::usual)),
        clock.instant());
  }

  private double usual(SpecEntry s) {
    return PackageStand.usual(
        s.answerDays,
        s.answerDays != null
            ? List.of()
            : handovers.answered(s.id).stream()
                .map(
                    a ->
                        Duration.between((Instant) a[0], (Instant) a[1]).toSeconds()
                            / (double) Duration.ofDays(1).toSeconds())
                .toList());
  }

  private List<PackageView> views(Member me, List<PackageEntry> list) {
    Known known = read(list);
    Map<UUID, String> codes =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .collect(Collectors.toMap(x -> x.id, x -> x.code));
    Map<UUID, String> names =
        specs.findByProductionIdOrderByName(me.productionId()).stream()
            .collect(Collectors.toMap(x -> x.id, x -> x.name));
    return list.stream()
        .map(
            p -> {
              PackageStand stand = known.stand(p);
              Map<String, PackageStand.FileStand> files =
                  stand.files().stream()
                      .collect(Collectors.toMap(PackageStand.FileStand::file, f -> f));
              List<Receipt> said = known.said.getOrDefault(p.id, List.of());
              List<Handover> went = known.went.getOrDefault(p.id, List.of());
              return new PackageView(
                  p.id,
                  p.number,
                  Deliveries.name(me, p),
                  names.get(p.specId),
                  p.packedBy,
                  p.packedAt,
                  known.rows.getOrDefault(p.id, List.of()).stream()
                      .map(i -> item(i, codes.get(i.shotId), files.get(i.fileName)))
                      .toList(),
                  stand.state(),
                  stand.words(),
                  stand.action(),
                  stand.late(),
                  stand.open().size(),
                  stand.waiting().size(),
                  stand.accepted(),
                  said.isEmpty() ? null : said.get(0).words,
                  went.isEmpty() ? null : went.get(went.size() - 1).handedAt,
                  said.isEmpty() ? null : said.get(0).receivedAt);
            })
        .toList();
  }

  private static ItemView item(PackageItem i, String code, PackageStand.FileStand f) {
    return new ItemView(
        i.shotId,
        code,
        i.fileName,
        i.sha256,
        i.xxh64 == null ? "" : i.xxh64,
        i.bytes,
        f.accepted(),
        f.words());
  }

  /** A package as a zip, and what it is called. */
  record Packed(PackageZip zip, String name) {}

  /** A package, to be handed out. */
  Packed packed(Member me, UUID pack) throws IOException {
    PackageEntry p = packages.require(pack, me.productionId());
    String name = Deliveries.name(me, p);
    return new Packed(Packer.zip(deliveries.folder(p), name), name);
  }
}
