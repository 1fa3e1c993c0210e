package bivex.core.method;

/**
 * What happens in a moment of a script, and the method the book proposes for it first. Who reads
 * scripts names the moment and knows no method.
 */
public enum Moment {
  TWICE("A1"),
  TOUCHES_THE_OTHER("A2"),
  PASSES_THE_OTHER("A4"),
  GONE("B1"),
  DASH("B2"),
  LEAP("B3"),
  DROP("B4"),
  FLIGHT("B5"),
  SLOWS("C1"),
  RUSHES("C2"),
  HANGS("C3"),
  WRITING("D1"),
  OTHER_SIZE("D2"),
  GLOW("E1"),
  FIRED("E2"),
  CREATURE("E3"),
  DRAWING_LIVES("E4"),
  ELSEWHERE("F1"),
  NO_CAMERA_MOVES_SO("F2"),
  MATTER("F4"),
  WEATHER("G4");

  private final String method;

  Moment(String method) {
    this.method = method;
  }

  /** Id of the method proposed first. */
  public String method() {
    return method;
  }
}
