package bivex.server.work;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.work.MorningSheet;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.media.MediaStore;
import bivex.server.papers.TablePaper;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Who does what when, and what people say of their tasks. */
@RestController
@RequestMapping("/api/productions/{production}")
public class WorkResource {
  private final WorkDesk work;
  private final YoursDesk yours;
  private final TaskDesk tasks;

  private final WorkFileDesk files;
  private final MediaStore store;

  WorkResource(
      WorkDesk work, YoursDesk yours, TaskDesk tasks, WorkFileDesk files, MediaStore store) {
    this.work = work;
    this.yours = yours;
    this.tasks = tasks;
    this.files = files;
    this.store = store;
  }

  /** Who does what when, and which shots are late and why. */
  @GetMapping("/work")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public WorkDesk.WorkView work(
      Member me,
      @RequestParam(required = false) LocalDate from,
      @RequestParam(defaultValue = "28") int days) {
    return work.work(me, from, days);
  }

  /**
   * A day's work on one page, to be printed.
   *
   * @param day today where none is said
   */
  @GetMapping(path = "/work/morning.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> morning(Member me, @RequestParam(required = false) LocalDate day)
      throws IOException {
    MorningSheet sheet = work.morning(me, day);
    return Download.of(
        TablePaper.pdf(me.production().title, sheet.table(), sheet.day()),
        me.production().code + "-morning-" + sheet.day() + ".pdf",
        Download.PDF);
  }

  /**
   * The work laid with something otherwise, beside how it is laid; nothing is kept.
   *
   * @param from first day of the loads, today where none is said
   */
  @PostMapping("/work/what-if")
  @Allowed({PRODUCER, COORDINATOR})
  public WorkDesk.WhatIfView whatIf(
      Member me,
      @RequestBody WorkDesk.NewWhatIf in,
      @RequestParam(required = false) LocalDate from,
      @RequestParam(defaultValue = "28") int days) {
    return work.whatIf(me, in, from, days);
  }

  /** The day that may be promised, with its chance, what it hangs on, and what would help. */
  @GetMapping("/outlook")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public WorkDesk.OutlookView outlook(Member me) {
    return work.outlook(me);
  }

  /** The tasks of whoever asks, in the order to do them. */
  @GetMapping("/yours")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public YoursDesk.YoursView yours(Member me) {
    return yours.yours(me);
  }

  /** What others did to the shots of whoever asks since they looked. */
  @GetMapping("/yours/news")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public YoursDesk.SinceView news(Member me) {
    return yours.news(me);
  }

  /** Whoever asks has looked. */
  @PostMapping("/yours/news/seen")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public void saw(Member me, @RequestBody YoursDesk.SeenUpTo in) {
    yours.saw(me, in);
  }

  /** The tasks of a shot, as they stand and as they are laid. */
  @GetMapping("/shots/{shot}/tasks")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<TaskLines.TaskLine> tasks(Member me, @PathVariable UUID shot) {
    return tasks.tasks(me, shot);
  }

  /**
   * Says something of tasks of a shot: given, begun, left off, hours, what is left, what it waits
   * for.
   */
  @PostMapping("/shots/{shot}/task-words")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public void say(Member me, @PathVariable UUID shot, @RequestBody TaskDesk.TaskSayings in) {
    tasks.say(me, shot, in);
  }

  /** Versions of what the tasks of a shot make, what each was made from, and what is stale. */
  @GetMapping("/shots/{shot}/work-files")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public WorkFileDesk.WorkFilesView files(Member me, @PathVariable UUID shot) {
    return files.files(me, shot);
  }

  /** Says where a version lies and what it was made from. */
  @PostMapping("/shots/{shot}/work-files")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public void make(Member me, @PathVariable UUID shot, @RequestBody WorkFileDesk.NewWorkFile in) {
    files.make(me, shot, in);
  }

  /** Says that a version still serves, or that it is not to be used. */
  @PostMapping("/shots/{shot}/work-files/{file}/words")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public void say(
      Member me,
      @PathVariable UUID shot,
      @PathVariable UUID file,
      @RequestBody WorkFileDesk.NewWorkFileWord in) {
    files.say(me, shot, file, in);
  }

  /** Takes in the bytes of a version, whatever they are; they are never opened here. */
  @PostMapping(path = "/work-files/{file}/bytes", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public void send(Member me, @PathVariable UUID file, @RequestParam("file") MultipartFile bytes)
      throws IOException {
    try (InputStream in = bytes.getInputStream()) {
      files.send(me, file, in, bytes.getOriginalFilename());
    }
  }

  /** The bytes of a version, to be saved. */
  @GetMapping(
      path = "/work-files/{file}/bytes",
      produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> bytes(Member me, @PathVariable UUID file) {
    WorkFileDesk.SentFile f = files.sent(me, file);
    return Download.stored(store.find(f.hash()), f.name());
  }
}
