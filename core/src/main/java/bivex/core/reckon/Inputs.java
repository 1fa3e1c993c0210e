package bivex.core.reckon;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.FrameRate;

/** Inputs that more than one sum asks for. */
final class Inputs {
  static final Parameter RATE =
      Parameter.text("rate", "Production rate", "24", "of the production");
  static final Parameter CAPTURE =
      Parameter.text("capture", "Camera ran at", "60", "frames per second, as set in the camera");
  static final Parameter FOCAL =
      Parameter.number("focalMm", "Focal length", "mm", 1, 3000, 35, "of the shot");
  static final Parameter STOP =
      Parameter.number("fNumber", "Aperture", "f/", 0.7, 128, 5.6, "of the shot");
  static final Parameter FOCUS =
      Parameter.number("focusM", "Focus distance", "m", 0.01, 10_000, 2.6, "of the shot");
  static final Parameter SENSOR =
      Parameter.number("sensorWidthMm", "Sensor width", "mm", 1, 100, 36, "of the production");
  static final Parameter WIDTH =
      Parameter.whole(
          "captureWidth", "Recorded width", "px", 16, 32_768, 3840, "of the production");
  static final Parameter HEIGHT =
      Parameter.whole(
          "captureHeight", "Recorded height", "px", 16, 32_768, 2160, "of the production");
  static final Parameter TO_WIDTH =
      Parameter.whole(
          "deliveryWidth", "Delivered width", "px", 16, 32_768, 1920, "of the production");
  static final Parameter TO_HEIGHT =
      Parameter.whole(
          "deliveryHeight", "Delivered height", "px", 16, 32_768, 1080, "of the production");
  static final Parameter ANGLE =
      Parameter.number("shutterDegrees", "Shutter", "°", 0.01, 360, 180, "of the shot");
  static final Parameter MAINS =
      Parameter.number("mainsHz", "Mains", "Hz", 16, 1000, 50, "of the place");
  static final Parameter CIRCLE =
      Parameter.number(
          "circleMm",
          "Circle of confusion",
          "mm",
          0.001,
          0.5,
          0.03,
          "sensor width ÷ 1200 is usual");
  static final Parameter DISTANCE =
      Parameter.number("distanceM", "Distance", "m", 0.05, 10_000, 6, "from the entrance pupil");
  static final Parameter CUT =
      Parameter.whole("cutFrames", "Cut", "frames", 1, 100_000, 96, "of the shot");
  static final Parameter HANDLES =
      Parameter.whole("handles", "Handles", "frames", 0, 1000, 8, "of the production");

  private Inputs() {}

  static FrameRate rate(Values v) {
    return rate(v, "rate");
  }

  static FrameRate rate(Values v, String key) {
    try {
      return FrameRate.parse(v.word(key));
    } catch (InvalidInput e) {
      throw new InvalidInput(key, e.getMessage());
    }
  }

  static Raster capture(Values v) {
    return new Raster(v.whole("captureWidth"), v.whole("captureHeight"));
  }

  static Raster delivery(Values v) {
    return new Raster(v.whole("deliveryWidth"), v.whole("deliveryHeight"));
  }
}
