package bivex.server.post;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Letters about the work, for whoever wants them. */
@RestController
@RequestMapping("/api/productions/{production}/yours/post")
public class PostResource {
  private final PostDesk post;

  PostResource(PostDesk post) {
    this.post = post;
  }

  /** Which letters whoever asks wants, and those they were written. */
  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public PostDesk.PostView post(Member me) {
    return post.post(me);
  }

  /** Says which letters are wanted, and where; without an address none. */
  @PutMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public PostDesk.PostView say(Member me, @RequestBody PostDesk.NewPost in) {
    return post.say(me, in);
  }
}
