package bivex.server.work;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who does what when, and what people say of their tasks. */
@RestController
@RequestMapping("/api/productions/{production}")
public class WorkResource {
  private final WorkDesk work;
  private final YoursDesk yours;
  private final TaskDesk tasks;

  WorkResource(WorkDesk work, YoursDesk yours, TaskDesk tasks) {
    this.work = work;
    this.yours = yours;
    this.tasks = tasks;
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
}
