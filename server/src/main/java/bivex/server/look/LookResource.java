package bivex.server.look;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.media.MediaStore;
import bivex.server.media.Sandboxed;
import java.io.IOException;
import java.io.InputStream;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Looks of a shot tried side by side, and the decision between them with its reason. */
@RestController
@RequestMapping("/api/productions/{production}")
public class LookResource {
  private final LookDesk looking;
  private final MediaStore store;

  LookResource(LookDesk looking, MediaStore store) {
    this.looking = looking;
    this.store = store;
  }

  @GetMapping("/shots/{shot}/looks")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public LookDesk.LooksView looks(@PathVariable UUID shot, Member me) {
    return looking.looks(shot, me);
  }

  /** Takes one of the looks, with the reason; the earlier decision stays on record. */
  @PostMapping("/shots/{shot}/looks/decisions")
  @Allowed({PRODUCER})
  public LookDesk.LooksView decide(
      @PathVariable UUID shot, Member me, @RequestBody LookDesk.NewDecision in) {
    return looking.decide(shot, me, in);
  }

  /** Adds a look, with a picture or without. */
  @PostMapping(path = "/shots/{shot}/looks", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public LookDesk.LooksView add(
      @PathVariable UUID shot,
      Member me,
      @RequestParam("title") String title,
      @RequestParam(value = "words", required = false) String words,
      @RequestParam(value = "file", required = false) MultipartFile file)
      throws IOException {
    if (file == null || file.isEmpty()) {
      return looking.take(me, shot, title, words, null, null);
    }
    try (InputStream in = file.getInputStream()) {
      return looking.take(me, shot, title, words, in, file.getOriginalFilename());
    }
  }

  /** The picture of a look, never as active content. */
  @GetMapping(path = "/looks/{look}/picture", produces = "image/*")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> picture(@PathVariable UUID look, Member me) {
    return Sandboxed.file(store, looking.picture(me, look));
  }
}
