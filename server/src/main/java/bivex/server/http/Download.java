package bivex.server.http;

import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Files made here and handed out to be saved. */
public final class Download {
  public static final String CSV = "text/csv;charset=UTF-8";
  public static final String PDF = "application/pdf";
  public static final String JSON = "application/json";
  public static final String CALENDAR = "text/calendar;charset=UTF-8";
  public static final String TEXT = "text/plain;charset=UTF-8";

  private Download() {}

  public static ResponseEntity<byte[]> of(byte[] bytes, String name, String type) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(type))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .header("Content-Security-Policy", "sandbox; default-src 'none'")
        .body(bytes);
  }
}
