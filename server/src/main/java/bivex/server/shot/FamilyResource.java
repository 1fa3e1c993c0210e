package bivex.server.shot;

import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * Shots that come of one another: one more on the same words, one made two, two made one; and codes
 * put in order. Evidence is never rewritten.
 */
@RestController
@RequestMapping("/api/productions/{production}")
public class FamilyResource {
  private final ShotFamily family;

  FamilyResource(ShotFamily family) {
    this.family = family;
  }

  /** One more shot on the same words: a wide, a close, an insert. */
  @PostMapping("/shots/{shot}/beside")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<ShotDesk.ShotView> beside(
      @PathVariable UUID shot, Member me, @RequestBody ShotFamily.Beside in) {
    ShotDesk.ShotView found = family.beside(shot, me, in);
    return Problems.tagged(found.version(), found);
  }

  /**
   * Makes two shots of one: the second has the same methods, and all that was shot and said till
   * now counts for both.
   */
  @PostMapping("/shots/{shot}/split")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<ShotDesk.ShotView> split(
      @PathVariable UUID shot, Member me, @RequestBody ShotFamily.Split in) {
    ShotDesk.ShotView found = family.split(shot, me, in);
    return Problems.tagged(found.version(), found);
  }

  /**
   * Makes one shot of two: the other is omitted, its words and methods come along, and what was
   * shot and said for it counts here. Restoring the other undoes it.
   */
  @PostMapping("/shots/{shot}/merge")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<ShotDesk.ShotView> merge(
      @PathVariable UUID shot, Member me, @RequestBody ShotFamily.Merge in) {
    ShotDesk.ShotView found = family.merge(shot, me, in);
    return Problems.tagged(found.version(), found);
  }

  /**
   * Codes that would change if they were put in the order of the script; those that can stay do.
   */
  @GetMapping("/codes")
  @Allowed({PRODUCER, COORDINATOR})
  public List<ShotFamily.GivenCode> codes(Member me) {
    return family.codes(me);
  }

  /**
   * Gives those codes.
   *
   * @param expected as they were shown; refused when they would be others by now
   */
  @PostMapping("/codes")
  @Allowed({PRODUCER, COORDINATOR})
  public List<ShotFamily.GivenCode> recode(
      Member me, @RequestBody List<ShotFamily.GivenCode> expected) {
    return family.recode(me, expected);
  }
}
