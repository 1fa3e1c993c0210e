package bivex.core.element;

/** Where an element may come from. */
public enum ElementSource {
  SHOOT("shoot"),
  STOCK("stock"),
  DRAW("draw"),
  BUILD("build"),
  PRACTICAL("practical");

  private final String words;

  ElementSource(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
