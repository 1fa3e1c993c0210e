package bivex.server.papers;

import bivex.server.http.Problems;
import com.openhtmltopdf.extend.FSCacheEx;
import com.openhtmltopdf.extend.FSCacheValue;
import com.openhtmltopdf.extend.FSObjectDrawer;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.render.DefaultObjectDrawerFactory;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.util.XRLog;
import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.awt.Graphics2D;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.InterruptedIOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/**
 * Pages to print, from HTML templates under {@code papers/}. Text flows, so nothing is cut; heads
 * repeat and pages are numbered by the style sheet. What comes out is tagged, tells its language
 * and carries its fonts (PDF/UA-1 by the library's own account).
 *
 * <p>A template names a drawing as {@code <object data-drawing="…">}; it is drawn into the place
 * the style sheet gives it.
 */
public final class Papers {
  private static final String FONTS = "/usr/share/fonts/truetype/";

  /** Tried from left to right for each letter; together they hold the letters of most scripts. */
  private static final List<Font> FACES =
      List.of(
          new Font("sans", "/liberation/LiberationSans-Regular.ttf", 400),
          new Font("sans", "/liberation/LiberationSans-Bold.ttf", 700),
          new Font("typed", "/liberation/LiberationMono-Regular.ttf", 400),
          new Font("wide", "/net/sf/jasperreports/fonts/dejavu/DejaVuSans.ttf", 400),
          new Font("wide", "/net/sf/jasperreports/fonts/dejavu/DejaVuSans-Bold.ttf", 700),
          new Font("wider", FONTS + "freefont/FreeSerif.ttf", 400),
          new Font("han", FONTS + "droid/DroidSansFallbackFull.ttf", 400),
          new Font("hangul", FONTS + "nanum/NanumGothic.ttf", 400));

  /** Papers drawn at once; each wants a core and some ten MB. */
  private static final Semaphore PRESSES = new Semaphore(2, true);

  private static final Duration PATIENCE = Duration.ofSeconds(30);

  private static final Map<String, Template> TEMPLATES = new ConcurrentHashMap<>();
  private static final Map<String, byte[]> READ = new ConcurrentHashMap<>();

  /** How wide letters are, so that a font is opened only where it is used. */
  private static final FSCacheEx<String, FSCacheValue> METRICS =
      new FSCacheEx<>() {
        private final Map<String, FSCacheValue> known = new ConcurrentHashMap<>();

        @Override
        public void put(String key, FSCacheValue value) {
          known.put(key, value);
        }

        @Override
        public FSCacheValue get(String key, Callable<? extends FSCacheValue> otherwise) {
          return known.computeIfAbsent(
              key,
              k -> {
                try {
                  return otherwise.call();
                } catch (Exception e) {
                  throw new IllegalStateException(e);
                }
              });
        }

        @Override
        public FSCacheValue get(String key) {
          return known.get(key);
        }
      };

  private record Font(String family, String place, int weight) {}

  /** Draws into a box of a page. */
  @FunctionalInterface
  public interface Drawing {
    /**
     * @param width of the box, pt
     * @param height of the box, pt
     */
    void draw(Graphics2D g, double width, double height);
  }

  /** What one paper needs besides its words: the drawings and pictures that it names. */
  public static final class Drawings {
    private final Map<String, Drawing> drawn = new HashMap<>();

    /**
     * @return the name under which a template finds it
     */
    public String add(Drawing drawing) {
      String name = "d" + drawn.size();
      drawn.put(name, drawing);
      return name;
    }
  }

  static {
    XRLog.setLoggerImpl(new Slf4jLogger());
  }

  private Papers() {}

  /**
   * @param template name of a file under {@code papers/}, without its ending
   * @param view a record whose components the template names
   */
  public static byte[] pdf(String template, Object view, Drawings drawings) throws IOException {
    try {
      if (!PRESSES.tryAcquire(PATIENCE.toSeconds(), TimeUnit.SECONDS)) {
        throw new Problems.Busy("Other papers are being drawn; ask for this one again.");
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException();
    }
    try {
      return printed(template, view, drawings);
    } finally {
      PRESSES.release();
    }
  }

  private static byte[] printed(String template, Object view, Drawings drawings)
      throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfRendererBuilder pdf = new PdfRendererBuilder();
    pdf.usePdfUaAccessibility(true);
    pdf.useCacheStore(PdfRendererBuilder.CacheStore.PDF_FONT_METRICS, METRICS);
    pdf.useUnicodeBidiSplitter(ReadingOrder::new);
    pdf.useUnicodeBidiReorderer(new ReadingOrder());
    pdf.defaultTextDirection(
        com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.TextDirection.LTR);
    for (Font f : FACES) {
      byte[] face = face(f.place);
      if (face.length > 0) {
        pdf.useFont(
            () -> new java.io.ByteArrayInputStream(face),
            f.family,
            f.weight,
            FontStyle.NORMAL,
            true);
      }
    }
    DefaultObjectDrawerFactory objects = new DefaultObjectDrawerFactory();
    objects.registerDrawer("bivex/drawing", drawer(drawings));
    pdf.useObjectDrawerFactory(objects);
    // Only what ships is read: a template names nothing outside.
    pdf.useUriResolver(
        (base, uri) -> uri.startsWith("file:") || uri.startsWith("data:") ? uri : null);
    pdf.withProducer("Bivex");
    pdf.withHtmlContent(template(template).execute(view), null);
    pdf.toStream(out);
    pdf.run();
    return out.toByteArray();
  }

  private static FSObjectDrawer drawer(Drawings drawings) {
    return (e, x, y, width, height, device, context, dotsPerPixel) -> {
      Drawing drawing = drawings.drawn.get(e.getAttribute("data-drawing"));
      if (drawing != null) {
        device.drawWithGraphics(
            (float) x,
            (float) y,
            (float) (width / dotsPerPixel),
            (float) (height / dotsPerPixel),
            g -> drawing.draw(g, width / dotsPerPixel, height / dotsPerPixel));
      }
      return Map.of();
    };
  }

  private static Template template(String name) {
    return TEMPLATES.computeIfAbsent(
        name,
        n ->
            Mustache.compiler()
                .escapeHTML(true)
                .emptyStringIsFalse(true)
                .defaultValue("")
                .withLoader(part -> new InputStreamReader(open(part), StandardCharsets.UTF_8))
                .compile(new InputStreamReader(open(n), StandardCharsets.UTF_8)));
  }

  private static InputStream open(String name) {
    InputStream in = Papers.class.getResourceAsStream("/papers/" + name + ".html");
    if (in == null) {
      throw new NoSuchElementException("There is no paper " + name + ".");
    }
    return in;
  }

  /** A font, from what ships or from the machine; empty when the machine has not got it. */
  private static byte[] face(String place) {
    return READ.computeIfAbsent(
        place,
        p -> {
          try {
            if (p.startsWith(FONTS)) {
              return Files.isReadable(Path.of(p)) ? Files.readAllBytes(Path.of(p)) : new byte[0];
            }
            try (InputStream in = Papers.class.getResourceAsStream(p)) {
              return in == null ? new byte[0] : in.readAllBytes();
            }
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  /** Families whose letters are on this machine, in the order they are tried. */
  public static List<String> families() {
    List<String> out = new ArrayList<>();
    for (Font f : FACES) {
      if (face(f.place).length > 0 && !out.contains(f.family)) {
        out.add(f.family);
      }
    }
    return out;
  }
}
