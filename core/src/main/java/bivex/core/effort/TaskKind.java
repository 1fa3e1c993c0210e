package bivex.core.effort;

import bivex.core.InvalidInput;

/**
 * Kinds of work with the effort each takes per unit of its driver. The rates are this project's own planning defaults,
 * without a published source; they are there to be corrected by {@link Calibration} from what work really took.
 */
public enum TaskKind {
  SPLIT_MATTE("split matte", "join", 0.3, 0.6, 1.5),
  HAND_MATTE("hand matte", "frame", 0.15, 0.25, 0.43),
  PAINT("paint", "frame", 0.1, 0.2, 0.4),
  RETIME("retime", "span", 0.25, 0.5, 1),
  STREAK("streak", "frame", 0.25, 0.5, 1),
  COMPOSITE("composite", "layer", 0.4, 0.75, 1.5),
  CAMERA_MOVE("camera made in post", "move", 0.25, 0.5, 1.25),
  GRADE_MATCH("grade match", "plate", 0.15, 0.3, 0.75),
  ELEMENT("element placed", "element", 0.5, 1, 2),
  SOUND("sound", "moment", 0.25, 0.5, 1);

  private final String words;
  private final String driver;
  private final Estimate perUnit;

  TaskKind(String words, String driver, double low, double likely, double high) {
    this.words = words;
    this.driver = driver;
    this.perUnit = new Estimate(low, likely, high);
  }

  /** The trade's word for it. */
  public String words() {
    return words;
  }

  /** What one unit is: "frame", "join", "layer"… */
  public String driver() {
    return driver;
  }

  /**
   * Hours for an amount of work.
   *
   * @param units of the driver, 0 or more
   */
  public Estimate hours(double units, Difficulty difficulty) {
    InvalidInput.within("amount of work", units, 0, 1e7);
    return perUnit.times(units * difficulty.factor());
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
  }
}
