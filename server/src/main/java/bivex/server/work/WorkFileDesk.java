package bivex.server.work;

import bivex.core.InvalidInput;
import bivex.core.method.Plan;
import bivex.core.work.WorkFile;
import bivex.core.work.WorkFiles;
import bivex.core.work.WorkNames;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.book.WorkBook;
import bivex.server.http.Problems;
import bivex.server.keep.Shots;
import bivex.server.keep.Transactions;
import bivex.server.keep.WorkFileBytes;
import bivex.server.keep.WorkFileBytesRows;
import bivex.server.keep.WorkFileEntries;
import bivex.server.keep.WorkFileEntry;
import bivex.server.keep.WorkFileWord;
import bivex.server.keep.WorkFileWords;
import bivex.server.live.Journal;
import bivex.server.media.Intake;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Versions of what the tasks of a shot make: where they lie, and what they were made from. */
@Component
public class WorkFileDesk {
  private final WorkBook work;
  private final ShotBook book;
  private final WorkFileEntries entries;
  private final WorkFileWords words;
  private final WorkFileBytesRows sent;
  private final Shots shots;
  private final Intake intake;
  private final Transactions transactions;
  private final Journal journal;
  private final Clock clock;

  WorkFileDesk(
      WorkBook work,
      ShotBook book,
      WorkFileEntries entries,
      WorkFileWords words,
      WorkFileBytesRows sent,
      Shots shots,
      Intake intake,
      Transactions transactions,
      Journal journal,
      Clock clock) {
    this.work = work;
    this.book = book;
    this.entries = entries;
    this.words = words;
    this.sent = sent;
    this.shots = shots;
    this.intake = intake;
    this.transactions = transactions;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * A version.
   *
   * @param sha256 null where nobody said
   * @param bytes sent of it; null where it only lies where it lies
   * @param frames it was made for, first to last
   * @param from what it was made from, in words
   * @param stale what stands otherwise than it was made for; told of the one that is worked with
   * @param withdrawn why it is not to be used; null where it is
   */
  public record WorkFileView(
      UUID id,
      int number,
      String path,
      String sha256,
      Long bytes,
      String frames,
      List<String> from,
      List<WorkFiles.Stale> stale,
      String withdrawn,
      String words,
      String by,
      Instant at) {}

  /**
   * A task with the versions of what it makes.
   *
   * @param planned whether the plan has it still
   * @param files the newest first
   * @param from what a version of it can be made from
   * @param expected where its next version is expected to lie; empty where the plan has it no more
   */
  public record WorkOfTask(
      String task,
      String label,
      boolean planned,
      List<WorkFileView> files,
      List<WorkFiles.Offered> from,
      String expected) {}

  public record WorkFilesView(UUID shot, String code, List<WorkOfTask> tasks) {}

  /**
   * A version as somebody says it.
   *
   * @param id of it, so that it counts once however often it is sent
   * @param sha256 may be null
   */
  public record NewWorkFile(
      UUID id, String task, String path, String sha256, List<WorkFile.Source> from, String words) {}

  /**
   * Something said of a version.
   *
   * @param keys of the changes it serves in spite of
   */
  public record NewWorkFileWord(UUID id, WorkFile.WordKind kind, List<String> keys, String words) {}

  /** The versions of all work of a shot. */
  public WorkFilesView files(Member me, UUID shot) {
    WorkFiles files = work.of(me).files();
    WorkFiles.OfShot s = of(files, shot);
    Map<String, String> labels = new LinkedHashMap<>();
    s.plan().tasks().forEach(t -> labels.put(t.key(), t.label()));
    s.files().forEach(f -> labels.putIfAbsent(f.task(), f.label()));
    List<UUID> ids = s.files().stream().map(f -> UUID.fromString(f.id())).toList();
    Map<UUID, String> by =
        entries.findAllById(ids).stream().collect(Collectors.toMap(e -> e.id, e -> e.saidBy));
    Map<UUID, WorkFileBytes> bytes =
        sent.findByFileIdIn(ids).stream()
            .collect(Collectors.toMap(b -> b.fileId, Function.identity()));
    String scene = shots.require(shot, me.productionId()).scene;
    WorkNames names = new WorkNames(me.production().workNames);
    List<WorkOfTask> out = new ArrayList<>();
    labels.forEach(
        (task, label) -> {
          boolean planned = s.plan().tasks().stream().anyMatch(x -> x.key().equals(task));
          out.add(
              new WorkOfTask(
                  task,
                  label,
                  planned,
                  s.of(task).stream().map(f -> view(files, s, f, by, bytes)).toList(),
                  files.offered(s.id(), task),
                  planned
                      ? names.path(
                          me.production().code, scene, s.code(), s.plan(), task, s.next(task))
                      : ""));
        });
    return new WorkFilesView(shot, s.code(), out);
  }

  private static WorkFileView view(
      WorkFiles files,
      WorkFiles.OfShot s,
      WorkFile f,
      Map<UUID, String> by,
      Map<UUID, WorkFileBytes> bytes) {
    UUID id = UUID.fromString(f.id());
    WorkFileBytes b = bytes.get(id);
    return new WorkFileView(
        id,
        f.number(),
        f.path(),
        f.sha256() == null && b != null ? b.fileHash : f.sha256(),
        b == null ? null : (Long) b.bytes,
        f.frames().said(),
        f.from().stream().map(x -> files.said(s.id(), x)).toList(),
        f.equals(s.newest(f.task())) ? files.stale(s.id(), f.task()) : List.of(),
        f.withdrawn(),
        f.words(),
        by.get(id),
        f.at());
  }

  private static WorkFiles.OfShot of(WorkFiles files, UUID shot) {
    WorkFiles.OfShot s = files.shot(shot.toString());
    if (s == null) {
      throw new NoSuchElementException("There is no such shot in this production.");
    }
    return s;
  }

  /** Says where a version lies and what it was made from. */
  public void make(Member me, UUID shot, NewWorkFile in) {
    WorkFiles files = work.of(me).files();
    of(files, shot);
    String task = InvalidInput.text("task", in.task());
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    transactions.write(
        () -> {
          if (entries.existsById(id)) {
            return id;
          }
          shots.hold(shot);
          ShotBook.Page page = book.one(me.production(), shot);
          Plan.Task t =
              page.plan().tasks().stream()
                  .filter(x -> x.key().equals(task))
                  .findFirst()
                  .orElseThrow(() -> new InvalidInput("task", "is no work of " + page.shot().code));
          WorkFile f =
              WorkFile.of(
                  id.toString(),
                  task,
                  t.label(),
                  in.path(),
                  in.sha256(),
                  me.production().range(page.shot()),
                  me.production().handles,
                  in.from(),
                  in.words(),
                  me.personId().toString(),
                  clock.instant(),
                  page.work(me.production()).next(task));
          files.mustBeThere(shot.toString(), f.from());
          keep(me, page, f);
          return id;
        });
  }

  private void keep(Member me, ShotBook.Page page, WorkFile f) {
    WorkFileEntry e = new WorkFileEntry();
    e.id = UUID.fromString(f.id());
    e.byPerson = UUID.fromString(f.by());
    e.productionId = me.productionId();
    e.shotId = page.shot().id;
    e.task = f.task();
    e.label = f.label();
    e.number = f.number();
    e.path = f.path();
    e.sha256 = f.sha256();
    e.firstFrame = f.frames().first();
    e.frames = f.frames().frames();
    e.madeFrom = f.from();
    e.words = f.words();
    e.saidBy = me.name();
    e.saidAt = f.at();
    entries.saveAndFlush(e);
    record(me, "made", e);
  }

  /** Says that a version still serves, or that it is not to be used. */
  public void say(Member me, UUID shot, UUID file, NewWorkFileWord in) {
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    WorkFiles files = work.of(me).files();
    of(files, shot);
    transactions.write(
        () -> {
          WorkFileEntry e = entries.require(file, me.productionId());
          if (words.existsById(id)) {
            return id;
          }
          shots.hold(e.shotId);
          WorkFile f =
              book.one(me.production(), shot).files().stream()
                  .filter(x -> x.id().equals(file.toString()))
                  .findFirst()
                  .orElseThrow(
                      () -> new NoSuchElementException("There is no such file of this shot."));
          if (in.kind() == WorkFile.WordKind.WITHDRAWN) {
            mustBeTheirs(me, f, e);
          }
          WorkFile.Word w =
              WorkFile.Word.of(
                  in.kind(), in.keys(), in.words(), f, files.staleOf(shot.toString(), f));
          WorkFileWord row = new WorkFileWord();
          row.id = id;
          row.productionId = me.productionId();
          row.fileId = file;
          row.kind = w.kind();
          row.keys = w.keys();
          row.words = w.words();
          row.saidBy = me.name();
          row.saidAt = clock.instant();
          words.saveAndFlush(row);
          record(me, w.kind() == WorkFile.WordKind.GOOD ? "looked again at" : "withdrew", e);
          return id;
        });
  }

  /**
   * Takes in the bytes of a version.
   *
   * @param name it has where it comes from
   * @throws InvalidInput where they are not those that were named
   */
  public void send(Member me, UUID file, InputStream in, String name) throws IOException {
    WorkFileEntry e = transactions.read(() -> entries.require(file, me.productionId()));
    mustBeTheirs(me, e.file(List.of()), e);
    intake.take(
        in,
        path -> null,
        (stored, found) -> {
          if (e.sha256 != null && !e.sha256.equals(stored.hash())) {
            throw new InvalidInput(
                "file", "is not the one that was named: its checksum is " + stored.hash());
          }
          shots.hold(e.shotId);
          WorkFileBytes there = sent.findByFileId(file).orElse(null);
          if (there != null && there.fileHash.equals(stored.hash())) {
            return there;
          }
          if (there != null) {
            throw new InvalidInput(
                "file", "was sent already, and this is another; make it a new version");
          }
          WorkFileBytes b = new WorkFileBytes();
          b.id = UUID.randomUUID();
          b.productionId = me.productionId();
          b.fileId = file;
          b.name = ending(Objects.requireNonNullElse(name, ""));
          b.fileHash = stored.hash();
          b.bytes = stored.bytes();
          b.saidBy = me.name();
          b.saidAt = clock.instant();
          sent.saveAndFlush(b);
          record(me, "sent", e);
          return b;
        });
  }

  /**
   * Bytes that were sent.
   *
   * @param name to save them by: of the shot, the task and the version, with the ending they had
   */
  public record SentFile(String hash, String name) {}

  public SentFile sent(Member me, UUID file) {
    return transactions.read(
        () -> {
          WorkFileEntry e = entries.require(file, me.productionId());
          WorkFileBytes b =
              sent.findByFileId(file)
                  .orElseThrow(() -> new NoSuchElementException("Its bytes were not sent."));
          String code = shots.require(e.shotId, me.productionId()).code;
          return new SentFile(b.fileHash, b.savedAs(code, e.label, e.number));
        });
  }

  /** The end of a name, which says what a file is. */
  private static String ending(String name) {
    return name.substring(Math.max(0, name.length() - InvalidInput.LONGEST_TITLE));
  }

  private static void mustBeTheirs(Member me, WorkFile f, WorkFileEntry e) {
    if (!f.isOf(me.role(), me.personId().toString())) {
      throw new Problems.Forbidden(
          "Only " + e.saidBy + ", who made it, the producer or the coordinator can do that.");
    }
  }

  private void record(Member me, String what, WorkFileEntry e) {
    journal.record(
        me,
        what,
        "shot",
        e.shotId.toString(),
        shots.require(e.shotId, me.productionId()).code + ", " + e.label + ", version " + e.number,
        Journal.Touches.shot(e.shotId));
  }
}
