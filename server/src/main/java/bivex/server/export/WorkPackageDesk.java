package bivex.server.export;

import bivex.core.shoot.Take;
import bivex.core.shot.NamePattern;
import bivex.core.tally.Sheets;
import bivex.core.work.WorkFile;
import bivex.core.work.WorkFiles;
import bivex.core.work.WorkNames;
import bivex.core.work.WorkPackage;
import bivex.server.access.Member;
import bivex.server.book.NoteBook;
import bivex.server.book.ShotBook;
import bivex.server.book.WorkBook;
import bivex.server.http.Json;
import bivex.server.keep.PlateMeasure;
import bivex.server.keep.PlateMeasures;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.keep.Transactions;
import bivex.server.keep.WorkFileBytes;
import bivex.server.keep.WorkFileBytesRows;
import bivex.server.media.MediaStore;
import bivex.server.papers.TablePaper;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;

/** What somebody who works on a shot takes along, as one zip. */
@Component
public class WorkPackageDesk {
  private final Transactions transactions;
  private final ShotBook book;
  private final WorkBook work;
  private final TakeEntries takes;
  private final TakeStills stills;
  private final Setups setups;
  private final PlateMeasures measures;
  private final NoteBook notes;
  private final WorkFileBytesRows sent;
  private final MediaStore store;
  private final Clock clock;

  WorkPackageDesk(
      Transactions transactions,
      ShotBook book,
      WorkBook work,
      TakeEntries takes,
      TakeStills stills,
      Setups setups,
      PlateMeasures measures,
      NoteBook notes,
      WorkFileBytesRows sent,
      MediaStore store,
      Clock clock) {
    this.transactions = transactions;
    this.book = book;
    this.work = work;
    this.takes = takes;
    this.stills = stills;
    this.setups = setups;
    this.measures = measures;
    this.notes = notes;
    this.sent = sent;
    this.store = store;
    this.clock = clock;
  }

  /**
   * A folder, ready to be written while no transaction is open.
   *
   * @param name of the folder
   */
  public record Folder(String name, Map<String, byte[]> made, Map<String, Path> stored) {
    /** Writes it as a zip. */
    public void write(OutputStream out) throws IOException {
      try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
        for (Map.Entry<String, byte[]> e : made.entrySet()) {
          zip.putNextEntry(new ZipEntry(name + "/" + e.getKey()));
          zip.write(e.getValue());
          zip.closeEntry();
        }
        // Pictures and what was sent are small as they are, or not made smaller by this.
        zip.setLevel(Deflater.BEST_SPEED);
        for (Map.Entry<String, Path> e : stored.entrySet()) {
          zip.putNextEntry(new ZipEntry(name + "/" + e.getKey()));
          Files.copy(e.getValue(), zip);
          zip.closeEntry();
        }
      }
    }
  }

  /** A measurement of a pair of plates, as other programs read it. */
  private record MeasuredPair(
      String first,
      String second,
      boolean agrees,
      String verdict,
      String remedy,
      String kept,
      Object reading,
      Object passes) {}

  /**
   * The folder of a shot.
   *
   * @param brief on paper
   */
  public Folder folder(Member me, UUID shot, byte[] brief) throws IOException {
    WorkFiles files = work.of(me).files();
    return transactions.read(() -> folder(me, book.one(me.production(), shot), files, brief));
  }

  private Folder folder(Member me, ShotBook.Page p, WorkFiles files, byte[] brief)
      throws IOException {
    Map<UUID, TakeEntry> entries =
        takes.findAllById(p.takes().stream().map(t -> UUID.fromString(t.id())).toList()).stream()
            .collect(Collectors.toMap(t -> t.id, t -> t));
    WorkPackage pack = pack(me, p, entries);
    Map<String, byte[]> made = new LinkedHashMap<>();
    Map<String, Path> stored = new LinkedHashMap<>();
    Map<String, String> about = new LinkedHashMap<>();
    made.put("brief.pdf", brief);
    about.put("brief.pdf", "the brief, as the plan stands");
    table(me, made, about, "takes.csv", "every take with its camera data", pack.takes());
    table(me, made, about, "notes.csv", "notes of the review", pack.reviewNotes());
    table(
        me,
        made,
        about,
        "files.csv",
        "where the versions of its work lie, and what they were made from",
        pack.files(files));
    List<MeasuredPair> pairs = pairs(me, p, entries);
    if (!pairs.isEmpty()) {
      made.put("measures.json", Json.MAPPER.writeValueAsBytes(pairs));
      about.put("measures.json", "what was measured between its plates: shift, light, limits");
    }
    pictures(p, entries, stored, about);
    sent(pack.shot(), stored, about);
    made.put(
        "READ-ME.txt",
        pack.about(files, about, LocalDate.now(clock)).getBytes(StandardCharsets.UTF_8));
    return new Folder(p.shot().code + "-work", made, stored);
  }

  private void table(
      Member me,
      Map<String, byte[]> made,
      Map<String, String> about,
      String name,
      String what,
      Sheets.Table table)
      throws IOException {
    if (!table.rows().isEmpty()) {
      made.put(name, TablePaper.csv(table, me.production().lists));
      about.put(name, what);
    }
  }

  private WorkPackage pack(Member me, ShotBook.Page p, Map<UUID, TakeEntry> entries) {
    Map<UUID, Setup> of =
        setups
            .findAllById(entries.values().stream().map(t -> t.setupId).collect(Collectors.toSet()))
            .stream()
            .collect(Collectors.toMap(s -> s.id, s -> s));
    return new WorkPackage(
        me.production().title,
        me.production().code,
        new WorkNames(me.production().workNames),
        p.work(me.production()),
        p.shot().title,
        p.shot().scene,
        p.shot().intent,
        p.shot().methods.stream().map(m -> m.chosen().name()).collect(Collectors.joining(" + ")),
        me.production().frameRate().name(),
        me.production().handles,
        p.ledger().items(),
        p.takes().stream()
            .map(
                t -> {
                  TakeEntry e = entries.get(UUID.fromString(t.id()));
                  Setup s = of.get(e.setupId);
                  return new WorkPackage.PackedTake(
                      t.plate(),
                      t.number(),
                      t.call(),
                      s == null ? "" : s.number + " " + s.name,
                      e.roll,
                      e.tcIn,
                      e.tcOut,
                      t.camera(),
                      e.note);
                })
            .toList(),
        notes(p.shot().id));
  }

  private List<WorkPackage.PackedNote> notes(UUID shot) {
    return notes.of(shot).stream()
        .map(
            c ->
                new WorkPackage.PackedNote(
                    c.version(),
                    c.note().said(),
                    c.row().words,
                    c.row().saidBy,
                    c.row().saidAt,
                    c.stand().words(),
                    c.said().stream().map(w -> w.word().said(w.by())).toList()))
        .toList();
  }

  private List<MeasuredPair> pairs(Member me, ShotBook.Page p, Map<UUID, TakeEntry> entries) {
    return measures.standing(me.productionId()).stream()
        .filter(m -> entries.containsKey(m.firstTake) && entries.containsKey(m.secondTake))
        .map(
            (PlateMeasure m) ->
                new MeasuredPair(
                    named(p, entries.get(m.firstTake)),
                    named(p, entries.get(m.secondTake)),
                    m.agrees,
                    m.verdict,
                    m.remedy,
                    m.keptAt.toString(),
                    m.comparison,
                    m.passes))
        .toList();
  }

  private static String named(ShotBook.Page p, TakeEntry t) {
    return p.plan().label(t.plate) + ", take " + t.number;
  }

  /** Stills of the takes that may be used. */
  private void pictures(
      ShotBook.Page p,
      Map<UUID, TakeEntry> entries,
      Map<String, Path> stored,
      Map<String, String> about) {
    Map<UUID, Take.Call> calls =
        p.takes().stream().collect(Collectors.toMap(t -> UUID.fromString(t.id()), Take::call));
    int n = 0;
    for (TakeStill s : stills.findByTakeIdInOrderByAddedAt(entries.keySet())) {
      if (calls.get(s.takeId).usable()) {
        TakeEntry t = entries.get(s.takeId);
        String name =
            "stills/%02d-%s-take-%d.%s"
                .formatted(
                    ++n,
                    NamePattern.safe(p.plan().label(t.plate)),
                    t.number,
                    s.type.replaceAll("^.*[/-]", ""));
        stored.put(name, store.find(s.hash));
        about.put(name, Objects.requireNonNullElse(s.caption, ""));
      }
    }
  }

  /** What was sent of the versions that are worked with. */
  private void sent(WorkFiles.OfShot of, Map<String, Path> stored, Map<String, String> about) {
    List<WorkFile> newest = of.files().stream().filter(f -> f.equals(of.newest(f.task()))).toList();
    List<UUID> ids = newest.stream().map(f -> UUID.fromString(f.id())).toList();
    Map<UUID, WorkFileBytes> bytes =
        sent.findByFileIdIn(ids).stream().collect(Collectors.toMap(b -> b.fileId, b -> b));
    for (WorkFile f : newest) {
      WorkFileBytes b = bytes.get(UUID.fromString(f.id()));
      if (b != null) {
        String name = "work/" + b.savedAs(of.code(), f.label(), f.number());
        stored.put(name, store.find(b.fileHash));
        about.put(name, f.label() + ", version " + f.number());
      }
    }
  }
}
