package bivex.core.shoot;

/** Ways in which a camera that should have been left alone is touched. */
public enum Touch {
  RECORD_BUTTON("record button", "take a fresh still and lay it over the first one"),
  LEGS("legs or head", "shoot the clean plate and the reference still again"),
  POWER("battery or power", "check every setting, then a fresh still and the clean plate again"),
  CARD("card", "check frame rate and raster, then a fresh still"),
  LENS("lens", "set focal length, aperture and focus again, then the clean plate again"),
  FOCUS("focus", "set the focus mark again on the stand-in"),
  LIGHT("a lamp or the sun", "shoot the clean plate again in the new light and note it");

  private final String words;
  private final String remedy;

  Touch(String words, String remedy) {
    this.words = words;
    this.remedy = remedy;
  }

  /** What was touched, in words. */
  public String words() {
    return words;
  }

  /** What to do about it before going on. */
  public String remedy() {
    return remedy;
  }
}
