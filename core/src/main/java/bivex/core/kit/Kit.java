package bivex.core.kit;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/** Cameras, lenses, heads and cards of a production. */
public record Kit(
    List<CameraBody> bodies, List<Lens> lenses, List<Head> heads, List<Medium> media) {
  /** Nothing has been said. */
  public static final Kit NONE = new Kit(List.of(), List.of());

  /** Columns of a list of modes, one row for each way a body records. */
  public static final List<String> COLUMNS =
      List.of(
          "body",
          "baseIso",
          "highestIso",
          "mode",
          "rate",
          "width",
          "height",
          "usedWidthMm",
          "codec",
          "megabits",
          "bits",
          "longestMinutes");

  private static final int MOST = 50;

  public Kit {
    bodies = bodies == null ? List.of() : List.copyOf(bodies);
    lenses = lenses == null ? List.of() : List.copyOf(lenses);
    heads = heads == null ? List.of() : List.copyOf(heads);
    media = media == null ? List.of() : List.copyOf(media);
  }

  /** Cameras and lenses alone. */
  public Kit(List<CameraBody> bodies, List<Lens> lenses) {
    this(bodies, lenses, List.of(), List.of());
  }

  /**
   * Itself, stripped, if it can be.
   *
   * @throws InvalidInput naming the field
   */
  public Kit checked() {
    mustBeFew("bodies", bodies);
    mustBeFew("lenses", lenses);
    mustBeFew("heads", heads);
    mustBeFew("media", media);
    Kit out =
        new Kit(
            bodies.stream().map(CameraBody::checked).toList(),
            lenses.stream().map(Lens::checked).toList(),
            heads.stream().map(Head::checked).toList(),
            media.stream().map(Medium::checked).toList());
    mustBeOnce("body", out.bodies, CameraBody::name);
    mustBeOnce("lens", out.lenses, Lens::name);
    mustBeOnce("head", out.heads, Head::name);
    mustBeOnce("medium", out.media, Medium::name);
    return out;
  }

  private static void mustBeFew(String field, List<?> all) {
    if (all.size() > MOST) {
      throw new InvalidInput(field, "are at most " + MOST);
    }
  }

  private static <T> void mustBeOnce(String field, List<T> all, Function<T, String> name) {
    Set<String> names = new HashSet<>();
    for (T t : all) {
      if (!names.add(name.apply(t).toLowerCase(Locale.ROOT))) {
        throw new InvalidInput(field, "\"" + name.apply(t) + "\" is there twice");
      }
    }
  }

  /**
   * The same with what another has: a body, lens, head or medium of it replaces the one of its
   * name, others stay.
   *
   * @throws InvalidInput naming the field; nothing is taken then
   */
  public Kit with(Kit other) {
    Kit o = other.checked();
    return new Kit(
            both(bodies, o.bodies, CameraBody::name),
            both(lenses, o.lenses, Lens::name),
            both(heads, o.heads, Head::name),
            both(media, o.media, Medium::name))
        .checked();
  }

  private static <T> List<T> both(List<T> here, List<T> there, Function<T, String> name) {
    Map<String, T> out = new LinkedHashMap<>();
    here.forEach(t -> out.put(name.apply(t).toLowerCase(Locale.ROOT), t));
    there.forEach(t -> out.put(name.apply(t).toLowerCase(Locale.ROOT), t));
    return List.copyOf(out.values());
  }

  /**
   * The same with bodies as a list of modes has them; a body that is not in the list stays.
   *
   * @param rows by the names of {@link #COLUMNS}; {@code mode}, {@code codec} and {@code
   *     longestMinutes} may be empty
   * @throws InvalidInput naming row and field; nothing is taken then
   */
  public Kit reading(List<Map<String, String>> rows) {
    Map<String, CameraBody> read = new LinkedHashMap<>();
    for (int i = 0; i < rows.size(); i++) {
      try {
        CameraBody now = body(rows.get(i));
        CameraBody had = read.get(now.name());
        read.put(now.name(), had == null ? now : had.recording(now));
      } catch (InvalidInput e) {
        throw new InvalidInput(
            e.field(),
            "in row " + (i + 1) + " " + e.getMessage().substring(e.field().length() + 2));
      }
    }
    if (read.isEmpty()) {
      throw new InvalidInput("body", "is in no row of the list");
    }
    List<CameraBody> out = new ArrayList<>();
    for (CameraBody b : bodies) {
      CameraBody now = read.remove(b.name());
      out.add(now == null ? b : now);
    }
    out.addAll(read.values());
    return new Kit(out, lenses, heads, media).checked();
  }

  /**
   * The same with one more way a body records, which may be a body of its own; one that it records
   * already, by rate, raster and name, is set anew.
   *
   * @param row as of {@link #reading}
   * @throws InvalidInput naming the field
   */
  public Kit beside(Map<String, String> row) {
    CameraBody now = body(row);
    List<CameraBody> out = new ArrayList<>(bodies);
    for (int i = 0; i < out.size(); i++) {
      if (out.get(i).name().equals(now.name())) {
        out.set(i, out.get(i).recording(now));
        return new Kit(out, lenses, heads, media).checked();
      }
    }
    out.add(now);
    return new Kit(out, lenses, heads, media).checked();
  }

  private static CameraBody body(Map<String, String> r) {
    CameraMode mode =
        new CameraMode(
            r.get("mode"),
            rate(r.get("rate")),
            raster(r),
            number(r, "usedWidthMm"),
            r.get("codec"),
            number(r, "megabits"),
            whole(r, "bits"),
            blank(r.get("longestMinutes")) ? 0 : number(r, "longestMinutes"));
    return new CameraBody(r.get("body"), whole(r, "baseIso"), whole(r, "highestIso"), List.of(mode))
        .checked();
  }

  /** Rows of {@link #COLUMNS}. */
  public List<List<String>> rows() {
    List<List<String>> out = new ArrayList<>();
    for (CameraBody b : bodies) {
      for (CameraMode m : b.modes()) {
        out.add(
            List.of(
                b.name(),
                String.valueOf(b.baseIso()),
                String.valueOf(b.highestIso()),
                m.name(),
                m.rate().text(),
                String.valueOf(m.raster().width()),
                String.valueOf(m.raster().height()),
                String.valueOf(m.usedWidthMm()),
                m.codec(),
                String.valueOf(m.megabits()),
                String.valueOf(m.bits()),
                m.longestMinutes() == 0 ? "" : String.valueOf(m.longestMinutes())));
      }
    }
    return out;
  }

  private static boolean blank(String s) {
    return s == null || s.isBlank();
  }

  private static FrameRate rate(String text) {
    try {
      return FrameRate.parse(blank(text) ? "" : text.strip());
    } catch (InvalidInput e) {
      throw new InvalidInput("rate", "must be frames a second, was \"" + text + "\"");
    }
  }

  private static Raster raster(Map<String, String> r) {
    int width = whole(r, "width");
    int height = whole(r, "height");
    InvalidInput.within("width", (long) width, 16, 32_768);
    InvalidInput.within("height", (long) height, 16, 32_768);
    return new Raster(width, height);
  }

  private static double number(Map<String, String> r, String column) {
    try {
      return Double.parseDouble(r.get(column).strip().replace(',', '.'));
    } catch (NumberFormatException | NullPointerException e) {
      throw new InvalidInput(column, "must be a number, was \"" + r.get(column) + "\"");
    }
  }

  private static int whole(Map<String, String> r, String column) {
    double v = number(r, column);
    if (v != Math.rint(v) || Math.abs(v) > 1e6) {
      throw new InvalidInput(column, "must be a whole number, was \"" + r.get(column) + "\"");
    }
    return (int) v;
  }
}
