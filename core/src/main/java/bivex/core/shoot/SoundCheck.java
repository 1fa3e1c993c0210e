package bivex.core.shoot;

/** What is listened for in every setup in which somebody speaks; common practice, no source. */
public enum SoundCheck {
  HUM("Hum and hiss: refrigerator, fans, dimmers off"),
  DISTANCE("Microphone within half a metre, out of frame"),
  LEVEL("Level on the loudest line, with room above it"),
  GUIDE("Guide track heard in one ear, not in the microphone"),
  ROOM("Half a minute of room tone, everybody still");

  private final String words;

  SoundCheck(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
