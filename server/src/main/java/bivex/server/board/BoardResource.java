package bivex.server.board;

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
import java.util.List;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Storyboard frames of a shot, in their order. */
@RestController
@RequestMapping("/api/productions/{production}")
public class BoardResource {
  private final Storyboards storyboards;
  private final MediaStore store;

  BoardResource(Storyboards storyboards, MediaStore store) {
    this.storyboards = storyboards;
    this.store = store;
  }

  @GetMapping("/shots/{shot}/board")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<Storyboards.FrameView> board(@PathVariable UUID shot, Member me) {
    return storyboards.board(shot, me);
  }

  /** Puts the frames in order and names them. */
  @PutMapping("/shots/{shot}/board")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public List<Storyboards.FrameView> order(
      @PathVariable UUID shot, Member me, @RequestBody Storyboards.Order in) {
    return storyboards.order(shot, me, in);
  }

  @DeleteMapping("/board/{frame}")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public List<Storyboards.FrameView> remove(@PathVariable UUID frame, Member me) {
    return storyboards.remove(frame, me);
  }

  /** Adds a picture at the end. */
  @PostMapping(path = "/shots/{shot}/board", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public List<Storyboards.FrameView> add(
      @PathVariable UUID shot,
      Member me,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "caption", required = false) String caption)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return storyboards.take(me, shot, caption, in, file.getOriginalFilename());
    }
  }

  /** The picture of a frame, never as active content. */
  @GetMapping(path = "/board/{frame}/picture", produces = "image/*")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> picture(@PathVariable UUID frame, Member me) {
    return Sandboxed.file(store, storyboards.picture(me, frame));
  }
}
