package bivex.server.http;

import bivex.core.InvalidInput;
import java.beans.PropertyEditorSupport;
import java.io.IOException;
import java.net.URI;
import java.util.NoSuchElementException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.WebDataBinder;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.InitBinder;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;

/**
 * Every error as a problem document (RFC 9457): what happened, which field, and for a stale edit
 * both values.
 */
@RestControllerAdvice
public class Problems extends ResponseEntityExceptionHandler {
  private static final int MOST_WORDS = 1500;

  private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

  /** Somebody else changed it first. */
  public static final class Stale extends RuntimeException {
    private final transient Object theirs;
    private final transient Object yours;

    /**
     * @param theirs as it stands now
     * @param yours what was sent
     */
    public Stale(Object theirs, Object yours) {
      super("somebody else changed this first");
      this.theirs = theirs;
      this.yours = yours;
    }
  }

  /** The role may not do this. */
  public static final class Forbidden extends RuntimeException {
    public Forbidden(String message) {
      super(message);
    }
  }

  /** Too many tries. */
  public static final class TooMany extends RuntimeException {
    public TooMany(String message) {
      super(message);
    }
  }

  /** It belongs to a production that is put away. */
  public static final class Archived extends RuntimeException {
    public Archived(String message) {
      super(message);
    }
  }

  /** Everything that does this kind of work is at it. */
  public static final class Busy extends RuntimeException {
    public Busy(String message) {
      super(message);
    }
  }

  /** A stored file is no longer what was kept; the words name it and say what to do. */
  public static final class Damaged extends IOException {
    public Damaged(String message) {
      super(message);
    }
  }

  /** A device or service outside does not answer. */
  public static final class Unreachable extends RuntimeException {
    public Unreachable(String message) {
      super(message);
    }
  }

  /** Not signed in, or wrong name or password. */
  public static final class NotSignedIn extends RuntimeException {
    public NotSignedIn(String message) {
      super(message);
    }
  }

  /** Words that come beside a file: the database keeps no NUL, and no word has one. */
  @InitBinder
  void words(WebDataBinder binder) {
    binder.registerCustomEditor(
        String.class,
        new PropertyEditorSupport() {
          @Override
          public void setAsText(String text) {
            if (text.indexOf('\0') >= 0) {
              throw new IllegalArgumentException("holds a character that is none");
            }
            if (text.length() > 5 * InvalidInput.LONGEST) {
              throw new IllegalArgumentException("is too long");
            }
            setValue(text);
          }
        });
  }

  @ExceptionHandler
  ProblemDetail invalid(InvalidInput e) {
    ProblemDetail p =
        problem(
            HttpStatus.UNPROCESSABLE_CONTENT,
            "invalid-input",
            "That value cannot be used",
            shortened(e.getMessage()));
    p.setProperty("field", shortened(e.field()));
    return p;
  }

  @ExceptionHandler
  ProblemDetail stale(Stale e) {
    ProblemDetail p =
        problem(
            HttpStatus.PRECONDITION_FAILED,
            "stale-edit",
            "Somebody else changed this first",
            "Nothing of yours is lost: both values are shown. Choose which to keep.");
    p.setProperty("theirs", e.theirs);
    p.setProperty("yours", e.yours);
    return p;
  }

  @ExceptionHandler
  ProblemDetail raced(OptimisticLockingFailureException e) {
    return problem(
        HttpStatus.PRECONDITION_FAILED,
        "stale-edit",
        "Somebody else changed this first",
        "Read it again and repeat your change.");
  }

  @ExceptionHandler
  ProblemDetail forbidden(Forbidden e) {
    return problem(HttpStatus.FORBIDDEN, "forbidden", "Your role may not do that", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail notSignedIn(NotSignedIn e) {
    return problem(HttpStatus.UNAUTHORIZED, "not-signed-in", "Sign in first", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail tooMany(TooMany e) {
    return problem(HttpStatus.TOO_MANY_REQUESTS, "too-many", "Too many tries", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail busy(Busy e) {
    return problem(HttpStatus.SERVICE_UNAVAILABLE, "busy", "Busy just now", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail unreachable(Unreachable e) {
    return problem(HttpStatus.BAD_GATEWAY, "unreachable", "No answer from the set", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail missing(NoSuchElementException e) {
    return problem(
        HttpStatus.NOT_FOUND,
        "not-found",
        "Not there",
        e.getMessage() == null ? "There is no such thing in this production." : e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail archived(Archived e) {
    return problem(HttpStatus.CONFLICT, "archived", "This production is put away", e.getMessage());
  }

  @ExceptionHandler
  ProblemDetail clash(DataIntegrityViolationException e) {
    LOG.debug("constraint", e);
    return problem(
        HttpStatus.CONFLICT,
        "clash",
        "That would clash with something already there",
        "Nothing was changed. Use another name or number.");
  }

  @ExceptionHandler
  ProblemDetail mistyped(MethodArgumentTypeMismatchException e) {
    ProblemDetail p =
        problem(
            HttpStatus.UNPROCESSABLE_CONTENT,
            "invalid-input",
            "That value cannot be used",
            String.class.equals(e.getRequiredType())
                ? e.getName() + ": " + e.getMostSpecificCause().getMessage()
                : shortened(e.getName() + ": was \"" + e.getValue() + "\""));
    p.setProperty("field", e.getName());
    return p;
  }

  /** What the disk refused: named, for nobody else can guess it. */
  @ExceptionHandler
  ProblemDetail disk(IOException e) {
    if (full(e)) {
      LOG.error("the disk is full", e);
      return problem(
          HttpStatus.INSUFFICIENT_STORAGE,
          "disk-full",
          "The disk of the server is full",
          "Nothing was kept. Reading goes on; make room on the disk and send it again.");
    }
    if (e instanceof Damaged) {
      LOG.error("{}", e.getMessage());
      return problem(
          HttpStatus.INTERNAL_SERVER_ERROR, "damaged", "A stored file is damaged", e.getMessage());
    }
    return broken(e);
  }

  @ExceptionHandler
  ProblemDetail unexpected(RuntimeException e) {
    IOException disk = cause(e, IOException.class);
    return disk != null && full(disk) ? disk(disk) : broken(e);
  }

  /** What was sent is repeated only as far as it helps to find it. */
  private static String shortened(String words) {
    return words.length() <= MOST_WORDS ? words : words.substring(0, MOST_WORDS) + " …";
  }

  private static boolean full(IOException e) {
    return e.getMessage() != null && e.getMessage().contains("No space left on device");
  }

  private static ProblemDetail broken(Exception e) {
    LOG.error("unexpected", e);
    return problem(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "unexpected",
        "Something broke here",
        "Nothing was changed. The server's log has the details.");
  }

  @Override
  protected ResponseEntity<Object> handleHttpMessageNotReadable(
      HttpMessageNotReadableException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    InvalidInput named = cause(e, InvalidInput.class);
    JacksonException unread = cause(e, JacksonException.class);
    if (named == null && unread != null && !unread.getPath().isEmpty()) {
      String field = unread.getPath().get(unread.getPath().size() - 1).getPropertyName();
      named =
          field == null ? null : new InvalidInput(field, "is not a value that can be used here");
    }
    if (named != null) {
      return ResponseEntity.unprocessableContent().body(invalid(named));
    }
    return ResponseEntity.badRequest()
        .body(
            problem(
                HttpStatus.BAD_REQUEST,
                "unreadable",
                "The request could not be read",
                "The body is not what this address takes."));
  }

  @Override
  protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
      MaxUploadSizeExceededException e,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    ProblemDetail p =
        problem(
            HttpStatus.CONTENT_TOO_LARGE,
            "too-large",
            "The file is too large",
            "A version may be up to 1 GB.");
    p.setProperty("field", "file");
    return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE).body(p);
  }

  /** What the core said, if it did, else what could not be read. */
  private static <T extends Throwable> T cause(Throwable e, Class<T> type) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (type.isInstance(t)) {
        return type.cast(t);
      }
    }
    return null;
  }

  static ProblemDetail problem(HttpStatus status, String type, String title, String detail) {
    ProblemDetail p = ProblemDetail.forStatusAndDetail(status, detail);
    p.setType(URI.create("urn:bivex:" + type));
    p.setTitle(title);
    return p;
  }

  /** Reads an If-Match header: the version a change was made on. */
  public static long expected(String ifMatch) {
    String digits = ifMatch == null ? "" : ifMatch.replaceAll("[^0-9]", "");
    if (digits.isEmpty() || digits.length() > 18) {
      throw new InvalidInput("If-Match", "must carry the version the change was made on");
    }
    return Long.parseLong(digits);
  }

  /** Refuses a change made on an older version. */
  public static void mustBeCurrent(String ifMatch, long version, Object theirs, Object yours) {
    if (expected(ifMatch) != version) {
      throw new Stale(theirs, yours);
    }
  }

  /** For responses whose value may be changed later. */
  public static <T> ResponseEntity<T> tagged(long version, T body) {
    return ResponseEntity.ok().eTag("\"" + version + "\"").body(body);
  }
}
