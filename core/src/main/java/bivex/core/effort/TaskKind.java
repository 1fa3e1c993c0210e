package bivex.core.effort;

import java.util.Arrays;

/**
 * Kinds of work with the effort each takes per unit of its driver, at fair difficulty. These are
 * this project's own planning defaults, without a published source; a production may set its own
 * ({@link EffortRates}) and correct them by {@link Calibration}.
 */
public enum TaskKind {
  SPLIT_MATTE("split matte", "join", 0.3, 0.6, 1.5),
  HAND_MATTE("hand matte", "frame", 0.15, 0.25, 0.43),
  BRUSH_MATTE("matte with a brush", "frame", 0.02, 0.04, 0.1),
  CUT_OUT("automatic cut-out", "frame", 0.003, 0.01, 0.04),
  KEY("key", "keyed layer", 1, 2, 4),
  PAINT("paint", "frame", 0.1, 0.2, 0.4),
  AUTO_TRACK("automatic track", "track", 0.25, 0.5, 1.5),
  HAND_TRACK("track by hand", "frame", 0.03, 0.05, 0.1),
  SOLVE("camera solve", "solve", 1, 2.5, 6),
  STABILISE("stabilise", "clip", 0.3, 0.6, 1.5),
  RETIME("retime", "span", 0.25, 0.5, 1),
  STREAK("streak", "frame", 0.25, 0.5, 1),
  COMPOSITE("composite", "layer", 0.4, 0.75, 1.5),
  CAMERA_MOVE("camera made in post", "move", 0.25, 0.5, 1.25),
  GRADE_MATCH("grade match", "plate", 0.15, 0.3, 0.75),
  ELEMENT("element placed", "element", 0.5, 1, 2),
  ELEMENT_SHOOT("element shot", "element", 1, 2, 4),
  LIGHT_EFFECT("light effect", "layer", 0.5, 1, 2.5),
  DRAWING("drawing", "drawing", 1, 2, 4),
  BUILD("build", "built thing", 4, 8, 20),
  RENDER("render watched", "100 frames", 0.2, 0.5, 1),
  LOOK("look tried", "option", 1, 2, 4),
  SOUND("sound", "moment", 0.25, 0.5, 1);

  private final String words;
  private final String driver;
  private final Estimate fair;

  TaskKind(String words, String driver, double low, double likely, double high) {
    this.words = words;
    this.driver = driver;
    this.fair = new Estimate(low, likely, high);
  }

  /** The trade's word for it. */
  public String words() {
    return words;
  }

  /** From the trade's word, one of {@link #words}. */
  public static TaskKind of(String word) {
    return Arrays.stream(values()).filter(k -> k.words.equals(word)).findFirst().orElseThrow();
  }

  /** What one unit is: "frame", "join", "layer"… */
  public String driver() {
    return driver;
  }

  /** Default hours of one unit. */
  public Estimate perUnit(Difficulty difficulty) {
    return fair.times(difficulty.factor());
  }

  /** How hard the pictures make it. */
  public enum Difficulty {
    EASY(0.6),
    FAIR(1),
    HARD(1.8);

    private final double factor;

    Difficulty(double factor) {
      this.factor = factor;
    }

    /** Multiplier on the fair rate. */
    public double factor() {
      return factor;
    }

    /** From the word a choice uses: "easy", "fair", "hard". */
    public static Difficulty of(String word) {
      return valueOf(word.toUpperCase(java.util.Locale.ROOT));
    }
  }
}
