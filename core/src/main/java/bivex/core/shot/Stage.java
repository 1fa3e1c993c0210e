package bivex.core.shot;

/** How far a shot is; derived, never set. */
public enum Stage {
  MARKED("Marked"),
  PLANNED("Planned"),
  SHOT("Shot"),
  BUILT("Built"),
  AGREED("Agreed"),
  DELIVERED("Delivered");

  private final String words;

  Stage(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
