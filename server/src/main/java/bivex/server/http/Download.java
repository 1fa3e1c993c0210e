package bivex.server.http;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.List;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpRange;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Files made here and handed out to be saved. */
public final class Download {
  public static final String CSV = "text/csv;charset=UTF-8";
  public static final String PDF = "application/pdf";
  public static final String JSON = "application/json";
  public static final String CALENDAR = "text/calendar;charset=UTF-8";
  public static final String XML = "application/xml;charset=UTF-8";
  public static final String ZIP = "application/zip";
  public static final String TEXT = "text/plain;charset=UTF-8";

  private Download() {}

  public static ResponseEntity<byte[]> of(byte[] bytes, String name, String type) {
    return head(name, type).body(bytes);
  }

  /** A file of the store, whatever it is. */
  public static ResponseEntity<Resource> stored(Path file, String name) {
    return head(name, MediaType.APPLICATION_OCTET_STREAM_VALUE).body(new FileSystemResource(file));
  }

  /** A file that is made while it is sent. */
  public static ResponseEntity<StreamingResponseBody> streamed(
      StreamingResponseBody body, String name, String type) {
    return head(name, type).body(body);
  }

  /** Writes what lies between two bytes. */
  public interface Part {
    /**
     * @param from first byte, from 0
     * @param to byte after the last
     */
    void write(long from, long to, OutputStream out) throws IOException;
  }

  /**
   * A file that is made while it is sent and comes out the same each time: all of it, or the first
   * part that is asked for.
   *
   * @param range as the asker's head has it; null for all
   */
  public static ResponseEntity<StreamingResponseBody> ranged(
      Part part, long length, String range, String name, String type) {
    HttpRange first = null;
    if (range != null) {
      try {
        List<HttpRange> ranges = HttpRange.parseRanges(range);
        first = ranges.size() == 1 ? ranges.get(0) : null;
        if (first != null && first.getRangeStart(length) >= length) {
          throw new IllegalArgumentException("beyond the end");
        }
      } catch (IllegalArgumentException e) {
        return ResponseEntity.status(HttpStatus.REQUESTED_RANGE_NOT_SATISFIABLE)
            .header(HttpHeaders.CONTENT_RANGE, "bytes */" + length)
            .build();
      }
    }
    long from = first == null ? 0 : first.getRangeStart(length);
    long to = first == null ? length : first.getRangeEnd(length) + 1;
    ResponseEntity.BodyBuilder head =
        first == null ? head(name, type) : head(HttpStatus.PARTIAL_CONTENT, name, type);
    if (first != null) {
      head.header(HttpHeaders.CONTENT_RANGE, "bytes " + from + "-" + (to - 1) + "/" + length);
    }
    return head.header(HttpHeaders.ACCEPT_RANGES, "bytes")
        .contentLength(to - from)
        .body(out -> part.write(from, to, out));
  }

  private static ResponseEntity.BodyBuilder head(String name, String type) {
    return head(HttpStatus.OK, name, type);
  }

  private static ResponseEntity.BodyBuilder head(HttpStatus status, String name, String type) {
    return ResponseEntity.status(status)
        .contentType(MediaType.parseMediaType(type))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .header("Content-Security-Policy", "sandbox; default-src 'none'");
  }
}
