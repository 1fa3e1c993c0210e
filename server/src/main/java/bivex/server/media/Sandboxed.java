package bivex.server.media;

import java.nio.file.Path;
import java.time.Duration;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/**
 * How files that came from outside are served: with their sniffed type, in a sandbox, never as
 * active content.
 */
public final class Sandboxed {
  private Sandboxed() {}

  /** A file of the store. */
  public static ResponseEntity<Resource> file(MediaStore store, StoredFile f) {
    return file(store.find(f.hash()), f.type(), f.hash());
  }

  /**
   * @param hash hash of its bytes; its beginning is the name it is given, since names from outside
   *     are not repeated
   */
  public static ResponseEntity<Resource> file(Path file, String type, String hash) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(type))
        .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
        .header("Content-Security-Policy", "sandbox; default-src 'none'")
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.inline().filename(hash.substring(0, 12)).build().toString())
        .body(new FileSystemResource(file));
  }
}
