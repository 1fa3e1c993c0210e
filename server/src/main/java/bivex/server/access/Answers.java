package bivex.server.access;

import com.github.benmanes.caffeine.cache.AsyncCache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.UUID;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.zip.GZIPOutputStream;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.http.server.ServletServerHttpRequest;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.util.RawValue;

/**
 * Answers that follow from the production alone, as they were written. After a change every open
 * desk asks for the same lists at the same moment: the first to ask makes the answer, the others
 * wait for it, and all are given the same bytes.
 */
@ControllerAdvice
public class Answers implements ResponseBodyAdvice<Object> {
  /** Bytes kept of all productions together. */
  public static final long MOST_BYTES = 32L << 20;

  private static final long PATIENCE_SECONDS = 20;

  /** As the server has it for what is packed on its way out. */
  private static final int WORTH_PACKING = 2048;

  private static final String MINE = Answers.class.getName();
  private final AsyncCache<Key, Written> written =
      Caffeine.newBuilder()
          .maximumWeight(MOST_BYTES)
          .weigher((Key key, Written w) -> 200 + w.plain.length + w.plain.length / 4)
          .buildAsync();
  private final JsonMapper json;

  Answers(JsonMapper json) {
    this.json = json;
  }

  /** An answer as it goes out; packed once, when somebody first asks for it so. */
  private static final class Written {
    private final byte[] plain;
    private byte[] packed;

    private Written(byte[] plain) {
      this.plain = plain;
    }

    private synchronized byte[] packed() throws IOException {
      if (packed == null) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(plain.length / 4);
        try (GZIPOutputStream gzip = new GZIPOutputStream(out)) {
          gzip.write(plain);
        }
        packed = out.toByteArray();
      }
      return packed;
    }
  }

  /**
   * What an answer depends on.
   *
   * @param who role, or the membership of a guest, who sees what they are invited to
   * @param asked path and query
   */
  record Key(UUID production, long stamp, LocalDate today, String who, String asked) {}

  /**
   * Gives an answer that is written already, or is being written.
   *
   * @return false when the asker has to make it
   */
  boolean given(HttpServletRequest request, HttpServletResponse response, Key key) {
    CompletableFuture<Written> mine = new CompletableFuture<>();
    CompletableFuture<Written> before = written.asMap().putIfAbsent(key, mine);
    if (before == null) {
      request.setAttribute(MINE, mine);
      return false;
    }
    try {
      Written w = before.get(PATIENCE_SECONDS, TimeUnit.SECONDS);
      String accepts = request.getHeader(HttpHeaders.ACCEPT_ENCODING);
      boolean packs =
          w.plain.length >= WORTH_PACKING && accepts != null && accepts.contains("gzip");
      byte[] answer = packs ? w.packed() : w.plain;
      response.setContentType(MediaType.APPLICATION_JSON_VALUE);
      if (packs) {
        response.setHeader(HttpHeaders.CONTENT_ENCODING, "gzip");
      }
      response.setContentLength(answer.length);
      response.getOutputStream().write(answer);
      return true;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    } catch (ExecutionException | CancellationException | TimeoutException e) {
      // Whoever makes it has failed or is slow; this one makes its own and keeps it to itself.
      return false;
    } catch (IOException e) {
      // The asker is gone.
      return true;
    }
  }

  /** After all else: an answer that was not made is not waited for. */
  static void over(HttpServletRequest request) {
    if (request.getAttribute(MINE) instanceof CompletableFuture<?> mine) {
      mine.completeExceptionally(new CancellationException("not made"));
    }
  }

  @Override
  public boolean supports(
      MethodParameter returnType, Class<? extends HttpMessageConverter<?>> converter) {
    return returnType.hasMethodAnnotation(Derived.class);
  }

  @Override
  @SuppressWarnings("unchecked")
  public Object beforeBodyWrite(
      Object body,
      MethodParameter returnType,
      MediaType type,
      Class<? extends HttpMessageConverter<?>> converter,
      ServerHttpRequest request,
      ServerHttpResponse response) {
    if (!(request instanceof ServletServerHttpRequest servlet)
        || !(servlet.getServletRequest().getAttribute(MINE) instanceof CompletableFuture<?> mine)) {
      return body;
    }
    String text = json.writeValueAsString(body);
    ((CompletableFuture<Written>) mine)
        .complete(new Written(text.getBytes(StandardCharsets.UTF_8)));
    return new RawValue(text);
  }
}
