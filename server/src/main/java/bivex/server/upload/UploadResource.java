package bivex.server.upload;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RestController;

/**
 * Takes files in parts, by the open protocol for resumable uploads tus 1.0.0 (core, creation and
 * termination), which clients of many languages speak. A part is at most as long as any other body.
 */
@RestController
@RequestMapping("/api/productions/{production}/uploads")
public class UploadResource {
  private static final String TUS = "Tus-Resumable";
  private static final String VERSION = "1.0.0";
  private static final String PART = "application/offset+octet-stream";
  private static final String OFFSET = "Upload-Offset";
  private static final String LENGTH = "Upload-Length";

  private final Uploads uploads;

  UploadResource(Uploads uploads) {
    this.uploads = uploads;
  }

  /** Begins one; its address is in the answer's head {@code Location}. */
  @PostMapping
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public ResponseEntity<Void> begin(
      Member me,
      @RequestHeader(name = LENGTH, required = false) Long length,
      @RequestHeader(name = "Upload-Metadata", required = false) String facts)
      throws IOException {
    if (length == null) {
      throw new InvalidInput("file", "must say how long it is");
    }
    Uploads.Upload u = uploads.begin(me, name(facts), length);
    return ResponseEntity.created(
            URI.create("/api/productions/" + me.productionId() + "/uploads/" + u.id()))
        .header(TUS, VERSION)
        .header(OFFSET, "0")
        .build();
  }

  /** The name of the file among "key value" pairs with commas between, values in base 64. */
  private static String name(String facts) {
    return Arrays.stream((facts == null ? "" : facts).split(","))
        .map(f -> f.strip().split(" "))
        .filter(f -> f.length == 2 && f[0].equals("filename"))
        .map(
            f -> {
              try {
                return new String(Base64.getDecoder().decode(f[1]), StandardCharsets.UTF_8);
              } catch (IllegalArgumentException e) {
                throw new InvalidInput("file", "has a name that cannot be read");
              }
            })
        .findFirst()
        .orElseThrow(() -> new InvalidInput("file", "must have a name"));
  }

  /** How much of it has arrived. */
  @RequestMapping(path = "/{upload}", method = RequestMethod.HEAD)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public ResponseEntity<Void> arrived(@PathVariable UUID upload, Member me) throws IOException {
    Uploads.Upload u = uploads.mine(me, upload);
    return ResponseEntity.ok()
        .header(TUS, VERSION)
        .header(LENGTH, String.valueOf(u.bytes()))
        .header(OFFSET, String.valueOf(u.became() == null ? uploads.arrived(upload) : u.bytes()))
        .header("Cache-Control", "no-store")
        .build();
  }

  /** Adds a part; refused with how much has arrived when it does not begin there. */
  @PatchMapping("/{upload}")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public ResponseEntity<Void> add(
      @PathVariable UUID upload,
      Member me,
      @RequestHeader(name = OFFSET, required = false) Long from,
      HttpServletRequest request)
      throws IOException {
    if (!PART.equals(request.getContentType())) {
      return ResponseEntity.status(HttpStatus.UNSUPPORTED_MEDIA_TYPE).header(TUS, VERSION).build();
    }
    Uploads.Upload u = uploads.mine(me, upload);
    long before = from == null ? -1 : from;
    boolean fits = u.became() == null && uploads.arrived(upload) == before;
    long there = uploads.add(u, before, request.getInputStream());
    return ResponseEntity.status(fits ? HttpStatus.NO_CONTENT : HttpStatus.CONFLICT)
        .header(TUS, VERSION)
        .header(OFFSET, String.valueOf(there))
        .build();
  }

  /** Throws one away. */
  @DeleteMapping("/{upload}")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public ResponseEntity<Void> drop(@PathVariable UUID upload, Member me) throws IOException {
    uploads.drop(uploads.mine(me, upload));
    return ResponseEntity.noContent().header(TUS, VERSION).build();
  }
}
