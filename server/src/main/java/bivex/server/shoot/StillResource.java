package bivex.server.shoot;

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
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Stills of takes: from the device's camera, from a file, or from the camera on the set. */
@RestController
@RequestMapping("/api/productions/{production}")
public class StillResource {
  private final Stills stills;
  private final MediaStore store;

  StillResource(Stills stills, MediaStore store) {
    this.stills = stills;
    this.store = store;
  }

  /**
   * Adds a still.
   *
   * @param id made on the device; sending it again changes nothing
   */
  @PostMapping(path = "/takes/{take}/stills", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public List<FloorSheets.StillView> add(
      @PathVariable UUID take,
      Member me,
      @RequestParam("id") UUID id,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "caption", required = false) String caption)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return stills.add(me, take, id, caption, in, file.getOriginalFilename());
    }
  }

  /** The picture of a still, never as active content. */
  @GetMapping(path = "/stills/{still}/picture", produces = "image/*")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> picture(@PathVariable UUID still, Member me) {
    return Sandboxed.file(store, stills.picture(me, still));
  }
}
