package bivex.server.http;

import java.nio.file.Path;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
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

  private static ResponseEntity.BodyBuilder head(String name, String type) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(type))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .header("Content-Security-Policy", "sandbox; default-src 'none'");
  }
}
