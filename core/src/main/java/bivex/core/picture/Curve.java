package bivex.core.picture;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;

/**
 * How a picture codes light: the curve between the light of a channel and its code value. Light is
 * relative: 1 is a white that reflects everything, 0.18 the grey card; for curves made for a
 * display it is the light of the display, 1 its white. Codes are 0 to 1 over the whole range of a
 * full-range file.
 *
 * <p>The constants of the camera makers' curves are written from memory of their published papers,
 * named at each; the tests hold them to the code values that the same papers give for the grey card
 * and for black.
 */
public enum Curve {
  SRGB("sRGB", "IEC 61966-2-1", false) {
    @Override
    public double light(double v) {
      return v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4);
    }
  },
  BT709(
      "BT.709",
      "ITU-R BT.709-6, item 1.2, turned round, with the constants of BT.2020-2 table 4",
      false) {
    @Override
    public double light(double v) {
      return v < 4.5 * 0.018_053_968_510_807
          ? v / 4.5
          : Math.pow((v + 0.099_296_826_809_442) / 1.099_296_826_809_442, 1 / 0.45);
    }
  },
  GAMMA22("Gamma 2.2", "a plain power", false) {
    @Override
    public double light(double v) {
      return Math.pow(v, 2.2);
    }
  },
  GAMMA24("Gamma 2.4", "ITU-R BT.1886, of a display whose black is black", false) {
    @Override
    public double light(double v) {
      return Math.pow(v, 2.4);
    }
  },
  GAMMA26("Gamma 2.6", "SMPTE RP 431-2, of a projector", false) {
    @Override
    public double light(double v) {
      return Math.pow(v, 2.6);
    }
  },
  LINEAR("Linear", "light itself, as in OpenEXR", false) {
    @Override
    public double light(double v) {
      return v;
    }
  },
  PQ(
      "PQ",
      "SMPTE ST 2084; ITU-R BT.2100-2 table 4; 1 stands for 203 cd/m², its report BT.2408",
      false) {
    @Override
    public double light(double v) {
      double p = Math.pow(v, 32 / 2523.0);
      return 10_000
          / 203.0
          * Math.pow(
              Math.max(0, p - 3424 / 4096.0) / (2413 / 128.0 - 2392 / 128.0 * p), 8192 / 1305.0);
    }
  },
  HLG("HLG", "ITU-R BT.2100-2 table 5, light of the scene; 1 stands for 75 % of the code", false) {
    @Override
    public double light(double v) {
      double scene =
          v <= 0.5 ? v * v / 3 : (Math.exp((v - 0.559_910_73) / 0.178_832_77) + 0.284_668_92) / 12;
      return scene * 3.774;
    }
  },
  LOGC3("ARRI LogC3 (EI 800)", "ARRI, ALEXA Log C Curve: Usage in VFX", true) {
    @Override
    public double light(double v) {
      return v > 5.367_655 * 0.010_591 + 0.092_809
          ? (Math.pow(10, (v - 0.385_537) / 0.247_190) - 0.052_272) / 5.555_556
          : (v - 0.092_809) / 5.367_655;
    }
  },
  LOGC4("ARRI LogC4", "ARRI, LogC4 Logarithmic Color Space Specification", true) {
    @Override
    public double light(double v) {
      double a = (262_144 - 16) / 117.45;
      double b = (1023 - 95) / 1023.0;
      double c = 95 / 1023.0;
      double s = 7 * Math.log(2) * Math.pow(2, 7 - 14 * c / b) / (a * b);
      double t = (Math.pow(2, 14 * (-c / b) + 6) - 64) / a;
      return v < 0 ? v * s + t : (Math.pow(2, 14 * ((v - c) / b) + 6) - 64) / a;
    }
  },
  SLOG3("S-Log3", "Sony, Technical Summary for S-Gamut3.Cine/S-Log3 and S-Gamut3/S-Log3", true) {
    @Override
    public double light(double v) {
      double cv = 1023 * v;
      return cv >= 171.210_294_692_9
          ? Math.pow(10, (cv - 420) / 261.5) * 0.19 - 0.01
          : (cv - 95) * 0.01125 / (171.210_294_692_9 - 95);
    }
  },
  VLOG("V-Log", "Panasonic, V-Log/V-Gamut Reference Manual", true) {
    @Override
    public double light(double v) {
      return v < 0.181 ? (v - 0.125) / 5.6 : Math.pow(10, (v - 0.598_206) / 0.241_514) - 0.008_73;
    }
  },
  CLOG2("Canon Log 2", "Canon, Canon Log Gamma Curves", true) {
    @Override
    public double light(double v) {
      double x =
          v < 0.092_864_125
              ? -(Math.pow(10, (0.092_864_125 - v) / 0.241_360_77) - 1) / 87.099_375
              : (Math.pow(10, (v - 0.092_864_125) / 0.241_360_77) - 1) / 87.099_375;
      return 0.9 * x;
    }
  },
  CLOG3("Canon Log 3", "Canon, Canon Log Gamma Curves", true) {
    @Override
    public double light(double v) {
      double x =
          v < 0.097_465_47
              ? -(Math.pow(10, (0.127_839_01 - v) / 0.367_268_45) - 1) / 14.983_25
              : v <= 0.152_778_91
                  ? (v - 0.125_122_19) / 1.975_479_8
                  : (Math.pow(10, (v - 0.122_405_37) / 0.367_268_45) - 1) / 14.983_25;
      return 0.9 * x;
    }
  },
  LOG3G10("RED Log3G10", "RED, White Paper on REDWideGamutRGB and Log3G10", true) {
    @Override
    public double light(double v) {
      return v < 0 ? v / 15.1927 - 0.01 : (Math.pow(10, v / 0.224_282) - 1) / 155.975_327 - 0.01;
    }
  },
  FLOG("F-Log", "Fujifilm, F-Log Data Sheet", true) {
    @Override
    public double light(double v) {
      return v < 0.100_537_775_223_865
          ? (v - 0.092_864) / 8.735_631
          : Math.pow(10, (v - 0.790_453) / 0.344_676) / 0.555_556 - 0.009_468 / 0.555_556;
    }
  },
  FLOG2("F-Log2", "Fujifilm, F-Log2 Data Sheet", true) {
    @Override
    public double light(double v) {
      return v < 0.100_686_685_370_811
          ? (v - 0.092_864) / 8.799_461
          : Math.pow(10, (v - 0.384_316) / 0.245_281) / 5.555_556 - 0.064_829 / 5.555_556;
    }
  },
  NLOG("N-Log", "Nikon, N-Log Specification Document", true) {
    @Override
    public double light(double v) {
      double cv = 1023 * v;
      return cv < 452 ? Math.pow(cv / 650, 3) - 0.0075 : Math.exp((cv - 619) / 150);
    }
  },
  DLOG("D-Log", "DJI, White Paper on D-Log and D-Gamut", true) {
    @Override
    public double light(double v) {
      return v <= 0.14
          ? (v - 0.0929) / 6.025
          : (Math.pow(10, 3.896_16 * v - 2.277_52) - 0.0108) / 0.9892;
    }
  },
  APPLE_LOG("Apple Log", "Apple, Apple Log Profile White Paper", true) {
    @Override
    public double light(double v) {
      double bend = 47.287_112_36 * Math.pow(0.01 + 0.056_410_88, 2);
      return v >= bend
          ? Math.pow(2, (v - 0.693_369_45) / 0.085_504_79) - 0.009_640_52
          : Math.sqrt(Math.max(0, v) / 47.287_112_36) - 0.056_410_88;
    }
  },
  BMD5("Blackmagic Film, generation 5", "Blackmagic Design, Generation 5 Color Science", true) {
    @Override
    public double light(double v) {
      return v < 8.283_605_932_402_494 * 0.005 + 0.092_465_753_424_657_53
          ? (v - 0.092_465_753_424_657_53) / 8.283_605_932_402_494
          : Math.exp((v - 0.530_013_339_229_193_9) / 0.086_928_760_654_912_24)
              - 0.005_494_072_432_257_808;
    }
  },
  ACESCCT("ACEScct", "Academy S-2016-001", true) {
    @Override
    public double light(double v) {
      return v > 0.155_251_141_552_511
          ? Math.pow(2, v * 17.52 - 9.72)
          : (v - 0.072_905_534_195_835_5) / 10.540_237_741_654_5;
    }
  },
  FILM(
      "Film scan, printing density",
      "SMPTE ST 268 with Kodak's 95, 685 and 0.002 density a code",
      true) {
    @Override
    public double light(double v) {
      double black = Math.pow(10, (95 - 685) * 0.002 / 0.6);
      return (Math.pow(10, (1023 * v - 685) * 0.002 / 0.6) - black) / (1 - black);
    }
  };

  /** Parts of profile names, the longer before those that they begin with. */
  private static final Map<String, Curve> NAMES = new LinkedHashMap<>();

  static {
    NAMES.put("logc4", LOGC4);
    NAMES.put("logc", LOGC3);
    NAMES.put("slog3", SLOG3);
    NAMES.put("vlog", VLOG);
    NAMES.put("canonlog2", CLOG2);
    NAMES.put("clog2", CLOG2);
    NAMES.put("canonlog3", CLOG3);
    NAMES.put("clog3", CLOG3);
    NAMES.put("log3g10", LOG3G10);
    NAMES.put("flog2", FLOG2);
    NAMES.put("flog", FLOG);
    NAMES.put("nlog", NLOG);
    NAMES.put("dlog", DLOG);
    NAMES.put("applelog", APPLE_LOG);
    NAMES.put("acescct", ACESCCT);
    NAMES.put("hlg", HLG);
  }

  private final String words;
  private final String source;
  private final boolean log;

  Curve(String words, String source, boolean log) {
    this.words = words;
    this.source = source;
    this.log = log;
  }

  /**
   * Light of a code value.
   *
   * @param code 0 to 1
   */
  public abstract double light(double code);

  public String words() {
    return words;
  }

  /** Where its formula is published. */
  public String source() {
    return source;
  }

  /** Whether it is made to be graded, so that a picture in it looks flat and grey. */
  public boolean log() {
    return log;
  }

  /** The gamut that usually goes with it. */
  public Gamut usualGamut() {
    return switch (this) {
      case PQ, HLG, FLOG, FLOG2, NLOG, APPLE_LOG -> Gamut.BT2020;
      case GAMMA26 -> Gamut.P3_D65;
      case LOGC3 -> Gamut.AWG3;
      case LOGC4 -> Gamut.AWG4;
      case SLOG3 -> Gamut.SGAMUT3_CINE;
      case VLOG -> Gamut.VGAMUT;
      case CLOG2, CLOG3 -> Gamut.CINEMA;
      case LOG3G10 -> Gamut.RWG;
      case DLOG -> Gamut.DGAMUT;
      case BMD5 -> Gamut.BWG5;
      case ACESCCT -> Gamut.AP1;
      default -> Gamut.BT709;
    };
  }

  /**
   * The curve that a camera means by the name of its profile.
   *
   * @param profile as it was read off the camera; may be null
   * @return null where the name says none that is known
   */
  public static Curve named(String profile) {
    String p = profile == null ? "" : profile.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
    for (Map.Entry<String, Curve> e : NAMES.entrySet()) {
      if (p.contains(e.getKey()) && !p.contains(e.getKey() + "m")) {
        return e.getValue();
      }
    }
    return null;
  }
}
