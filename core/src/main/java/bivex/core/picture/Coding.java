package bivex.core.picture;

/**
 * How a picture codes its light, and how that is known.
 *
 * @param curve null where the picture brings a profile of its own
 * @param gamut null then too
 */
public record Coding(Curve curve, Gamut gamut, Known known) {
  /** How it is known, the surest first. */
  public enum Known {
    SAID("said by hand"),
    PROFILE("its own profile"),
    FILE("told by the file"),
    CAMERA("by the camera data of the take"),
    PRODUCTION("as said for this production"),
    TAKEN("taken for granted");

    private final String words;

    Known(String words) {
      this.words = words;
    }
  }

  /**
   * What somebody says or a file tells.
   *
   * @param curve null where nothing is known
   * @param gamut null for the one that usually goes with the curve
   */
  public record Told(Curve curve, Gamut gamut) {
    public static final Told NOTHING = new Told(null, null);

    /**
     * What the tags of a clip tell, by the words that ffmpeg has for the tables of ITU-T H.273.
     *
     * @param transfer empty where nothing is told
     * @param primaries empty where nothing is told
     */
    public static Told ofTags(String transfer, String primaries) {
      Curve curve =
          switch (transfer) {
            case "bt709", "smpte170m", "bt2020-10", "bt2020-12", "iec61966-2-4" -> Curve.BT709;
            case "iec61966-2-1" -> Curve.SRGB;
            case "bt470m", "gamma22" -> Curve.GAMMA22;
            case "linear" -> Curve.LINEAR;
            case "smpte2084" -> Curve.PQ;
            case "arib-std-b67" -> Curve.HLG;
            case "smpte428" -> Curve.GAMMA26;
            default -> null;
          };
      Gamut gamut =
          switch (primaries) {
            case "bt709" -> Gamut.BT709;
            case "bt2020" -> Gamut.BT2020;
            case "smpte432" -> Gamut.P3_D65;
            default -> null;
          };
      return new Told(curve, gamut);
    }

    private Coding as(Known known) {
      return new Coding(curve, gamut == null ? curve.usualGamut() : gamut, known);
    }
  }

  /**
   * What holds for a picture. What is said by hand goes before all; a clip that says no more than
   * BT.709 is believed less than the camera's own data, since programs write that on whatever
   * passes through them. Of a still the camera's data say nothing: it may come from a phone beside
   * it.
   *
   * @param profile whether the file brings a profile of its own
   * @param cameraProfile name of the profile in the camera data of its take; may be null
   * @param production what is said for all clips that tell nothing
   * @param still a still counts as sRGB where nothing is known, a clip as BT.709
   */
  public static Coding of(
      Told said, boolean profile, Told file, String cameraProfile, Told production, boolean still) {
    if (said.curve != null) {
      return said.as(Known.SAID);
    }
    if (profile) {
      return new Coding(null, null, Known.PROFILE);
    }
    boolean special = file.curve != null && file.curve != Curve.BT709;
    Curve camera = still ? null : Curve.named(cameraProfile);
    if (!special && camera != null) {
      return new Told(camera, null).as(Known.CAMERA);
    }
    if (!special && !still && production.curve != null) {
      return production.as(Known.PRODUCTION);
    }
    return file.curve != null
        ? file.as(Known.FILE)
        : new Told(still ? Curve.SRGB : Curve.BT709, file.gamut).as(Known.TAKEN);
  }

  /**
   * Of what is made to be looked at, as a version is: where it tells nothing, or no more than
   * BT.709, it is read as a screen shows it.
   */
  public static Coding shown(Told file) {
    boolean screen = file.curve == null || file.curve == Curve.BT709;
    return new Told(screen ? Curve.SRGB : file.curve, file.gamut == null ? Gamut.BT709 : file.gamut)
        .as(screen ? Known.TAKEN : Known.FILE);
  }

  /**
   * The same beside another picture of the set: what nothing is known of is taken to be coded as
   * that one, as an export of the same clip is.
   */
  public Coding beside(Coding other) {
    boolean display = other.curve == Curve.SRGB || other.curve == Curve.BT709;
    return known == Known.TAKEN && display ? new Coding(other.curve, gamut, known) : this;
  }

  /** Tables to read it with; not for a picture with a profile of its own. */
  public Decoding decoding() {
    return Decoding.of(curve, gamut);
  }

  public String words() {
    return (curve == null
            ? ""
            : curve.words()
                + (gamut == Gamut.BT709 && !curve.log() ? "" : ", " + gamut.words())
                + ", ")
        + known.words;
  }

  /**
   * Why light that is read so is not to be trusted, after "it"; null when nothing speaks against
   * it.
   *
   * @param levels of the picture
   */
  public String doubt(Levels levels) {
    if (known == Known.SAID || curve == null || levels == null) {
      return null;
    }
    // Tags of BT.709 are written on whatever passes through a program; a profile of sRGB is not.
    boolean display = curve == Curve.BT709 || curve == Curve.SRGB && known != Known.FILE;
    if (display && levels.likeLog()) {
      return "looks like log (no black and no white in it), and no curve is said";
    }
    if (curve.log() && levels.notLog()) {
      return "should be "
          + curve.words()
          + " ("
          + known.words
          + "), but has blacks that no log has";
    }
    return null;
  }

  /**
   * Why the light of two pictures cannot be held against each other, after "their light is not
   * judged: "; empty when it can.
   *
   * @param a how the first is coded; null where that is beyond doubt
   * @param first its levels
   */
  public static String doubt(Coding a, Levels first, Coding b, Levels second) {
    String one = a == null ? null : a.doubt(first);
    String two = b == null ? null : b.doubt(second);
    if (one != null && one.equals(two)) {
      return "each of them " + one;
    }
    return (one == null ? "" : "the first " + one)
        + (one == null || two == null ? "" : "; ")
        + (two == null ? "" : "the second " + two);
  }
}
