package bivex.server.script;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.shot.ShotDesk.MarkView;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a draft did to the one before, and what becomes of the marks. */
@RestController
@RequestMapping("/api/productions/{production}")
public class RevisionResource {
  private final RevisionDesk revisions;

  RevisionResource(RevisionDesk revisions) {
    this.revisions = revisions;
  }

  /** Both drafts side by side, and where every mark stands in the newer. */
  @GetMapping("/drafts/{draft}/changes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public RevisionDesk.ChangesView changes(@PathVariable UUID draft, Member me) {
    return revisions.changes(draft, me);
  }

  /** Decides where a mark stands, or that its words are gone. */
  @PostMapping("/marks/{mark}/decision")
  @Allowed({PRODUCER, COORDINATOR})
  public MarkView decide(
      @PathVariable UUID mark, Member me, @RequestBody RevisionDesk.Decision in) {
    return revisions.decide(mark, me, in);
  }

  /** Decides that what is proposed for marks of a draft is right. */
  @PostMapping("/drafts/{draft}/decisions")
  @Allowed({PRODUCER, COORDINATOR})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void settle(@PathVariable UUID draft, Member me, @RequestBody RevisionDesk.Settling in) {
    revisions.settle(draft, me, in);
  }

  /** Asks again what somebody decided about marks of a draft. */
  @PostMapping("/drafts/{draft}/decisions/again")
  @Allowed({PRODUCER, COORDINATOR})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void ask(@PathVariable UUID draft, Member me, @RequestBody RevisionDesk.AskAgain in) {
    revisions.ask(draft, me, in);
  }

  /** Marks more words for a shot, or the first of one that was made on the floor. */
  @PostMapping("/shots/{shot}/marks")
  @Allowed({PRODUCER, COORDINATOR})
  public MarkView more(@PathVariable UUID shot, Member me, @RequestBody RevisionDesk.NewMark in) {
    return revisions.more(shot, me, in);
  }

  /** Takes one of several marks off a shot, in all drafts. */
  @DeleteMapping("/marks/{mark}")
  @Allowed({PRODUCER, COORDINATOR})
  public List<MarkView> less(@PathVariable UUID mark, Member me) {
    return revisions.less(mark, me);
  }
}
