package bivex.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * How long the body of a request may be that is no uploaded file: enough for a long script that is
 * pasted, and little before somebody has signed in. Nothing longer is read into memory.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
public class BodyLimit extends OncePerRequestFilter {
  /** Bytes of a body. */
  public static final long MOST = 10_000_000;

  /** Bytes of a body that signs in. */
  public static final long MOST_SIGNING_IN = 10_000;

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String type = request.getContentType();
    if (type != null && type.toLowerCase(java.util.Locale.ROOT).startsWith("multipart/")) {
      chain.doFilter(request, response);
      return;
    }
    long most = request.getRequestURI().startsWith("/api/session") ? MOST_SIGNING_IN : MOST;
    if (request.getContentLengthLong() > most) {
      response.setStatus(HttpStatus.CONTENT_TOO_LARGE.value());
      response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
      response.setCharacterEncoding(StandardCharsets.UTF_8);
      response
          .getWriter()
          .write(
              Json.MAPPER.writeValueAsString(
                  Problems.problem(
                      HttpStatus.CONTENT_TOO_LARGE,
                      "too-large",
                      "The request is too large",
                      "At most " + most / 1000 + " kB are taken here; send a file instead.")));
      return;
    }
    chain.doFilter(new Bounded(request, most), response);
  }

  /** A request whose body ends with an error once it is longer than allowed. */
  private static final class Bounded extends HttpServletRequestWrapper {
    private final long most;
    private ServletInputStream in;

    Bounded(HttpServletRequest request, long most) {
      super(request);
      this.most = most;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
      if (in == null) {
        in = new Counted(super.getInputStream(), most);
      }
      return in;
    }

    @Override
    public BufferedReader getReader() throws IOException {
      return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }
  }

  private static final class Counted extends ServletInputStream {
    private final ServletInputStream of;
    private long left;

    Counted(ServletInputStream of, long most) {
      this.of = of;
      this.left = most;
    }

    @Override
    public int read() throws IOException {
      int b = of.read();
      spent(b < 0 ? 0 : 1);
      return b;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
      int n = of.read(into, from, length);
      spent(Math.max(0, n));
      return n;
    }

    private void spent(int bytes) throws IOException {
      left -= bytes;
      if (left < 0) {
        throw new IOException("the body is longer than is taken");
      }
    }

    @Override
    public boolean isFinished() {
      return of.isFinished();
    }

    @Override
    public boolean isReady() {
      return of.isReady();
    }

    @Override
    public void setReadListener(ReadListener listener) {
      of.setReadListener(listener);
    }
  }
}
