package bivex.core.review;

/** What was decided on a version. */
public enum Verdict {
  AGREED("agreed"),
  AGAIN("again"),
  HOLD("hold");

  private final String words;

  Verdict(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
