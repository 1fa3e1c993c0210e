package bivex.server;

import bivex.server.http.Json;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.UUID;
import javax.net.ssl.SSLContext;
import tools.jackson.databind.JsonNode;

/** Speaks to the application as a browser would: with cookies and the CSRF token. */
public final class Caller {
  private final String address;
  private final UUID person;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient client;

  public Caller(String address, UUID person) {
    this(address, person, null);
  }

  /**
   * @param trusting what is trusted of encrypted servers; null for what the platform trusts
   */
  public Caller(String address, UUID person, SSLContext trusting) {
    this.address = address;
    this.person = person;
    HttpClient.Builder b =
        HttpClient.newBuilder().cookieHandler(cookies).connectTimeout(Duration.ofSeconds(10));
    this.client = (trusting == null ? b : b.sslContext(trusting)).build();
    get("/api/session");
  }

  /**
   * @param body null when it is not JSON
   */
  public record Answer(int status, JsonNode body, HttpResponse<byte[]> raw) {
    /** A value by a path such as "versions/0/id". */
    public JsonNode at(String path) {
      JsonNode n = body;
      for (String p : path.split("/")) {
        n = p.matches("\\d+") ? n.path(Integer.parseInt(p)) : n.path(p);
      }
      return n;
    }

    public String text(String path) {
      return at(path).asString("");
    }

    public String etag() {
      return raw.headers().firstValue("ETag").orElse("");
    }

    @Override
    public String toString() {
      return status + " " + (body == null ? raw.body().length + " bytes" : body);
    }
  }

  public UUID person() {
    return person;
  }

  public Answer get(String path, String... headers) {
    return call("GET", path, HttpRequest.BodyPublishers.noBody(), null, headers);
  }

  public Answer post(String path, Object body) {
    return call(
        "POST",
        path,
        HttpRequest.BodyPublishers.ofString(Json.MAPPER.writeValueAsString(body)),
        "application/json");
  }

  public Answer put(String path, String ifMatch, Object body) {
    return call(
        "PUT",
        path,
        HttpRequest.BodyPublishers.ofString(Json.MAPPER.writeValueAsString(body)),
        "application/json",
        "If-Match",
        ifMatch);
  }

  public Answer delete(String path) {
    return call("DELETE", path, HttpRequest.BodyPublishers.noBody(), null);
  }

  public Answer upload(String path, String fileName, byte[] content, Map<String, String> fields) {
    String boundary = "b" + UUID.randomUUID();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    fields.forEach(
        (k, v) ->
            out.writeBytes(
                ("--"
                        + boundary
                        + "\r\nContent-Disposition: form-data; name=\""
                        + k
                        + "\"\r\n\r\n"
                        + v
                        + "\r\n")
                    .getBytes(StandardCharsets.UTF_8)));
    out.writeBytes(
        ("--"
                + boundary
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\""
                + fileName
                + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
            .getBytes(StandardCharsets.UTF_8));
    out.writeBytes(content);
    out.writeBytes(("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8));
    return call(
        "POST",
        path,
        HttpRequest.BodyPublishers.ofByteArray(out.toByteArray()),
        "multipart/form-data; boundary=" + boundary);
  }

  public Answer call(
      String method, String path, HttpRequest.BodyPublisher body, String type, String... headers) {
    HttpRequest.Builder b =
        HttpRequest.newBuilder(URI.create(address + path))
            .timeout(Duration.ofMinutes(3))
            .method(method, body);
    if (type != null) {
      b.header("Content-Type", type);
    }
    for (int i = 0; i < headers.length; i += 2) {
      b.header(headers[i], headers[i + 1]);
    }
    cookies.getCookieStore().getCookies().stream()
        .filter(c -> c.getName().equals("XSRF-TOKEN"))
        .findFirst()
        .ifPresent(c -> b.header("X-XSRF-TOKEN", c.getValue()));
    try {
      HttpResponse<byte[]> r = client.send(b.build(), HttpResponse.BodyHandlers.ofByteArray());
      boolean json =
          r.headers().firstValue("Content-Type").orElse("").contains("json")
              && r.headers().firstValue("Content-Encoding").isEmpty();
      if (path.equals("/api/session") && method.equals("POST")) {
        get("/api/session");
      }
      return new Answer(r.statusCode(), json ? Json.MAPPER.readTree(r.body()) : null, r);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    }
  }

  /** The cookie of the session, as a header has it. */
  public String session() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(c -> c.getName().equals("BIVEX"))
        .map(c -> c.getName() + "=" + c.getValue())
        .findFirst()
        .orElseThrow();
  }

  /** The token that proves a change comes from the interface. */
  public String token() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(c -> c.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElseThrow();
  }

  /** The same session, for streams. */
  public HttpClient client() {
    return client;
  }

  public String address() {
    return address;
  }
}
