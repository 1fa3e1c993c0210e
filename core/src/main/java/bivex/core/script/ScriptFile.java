package bivex.core.script;

import bivex.core.InvalidInput;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** Bytes that claim to be a script. */
public final class ScriptFile {
  /** Largest script accepted: 4 MiB of text, some 2 000 pages. */
  public static final int MAX_BYTES = 4 << 20;

  private ScriptFile() {}

  /**
   * The text of a script file, with line ends as \n.
   *
   * @throws InvalidInput if it is empty, too large, not UTF-8, or holds control characters that no
   *     text has
   */
  public static String decode(byte[] bytes) {
    if (bytes.length > MAX_BYTES) {
      throw new InvalidInput(
          "script", "is larger than 4 MB; a feature script as plain text is about 0.2 MB");
    }
    String text;
    try {
      text =
          StandardCharsets.UTF_8
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .onUnmappableCharacter(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(bytes))
              .toString();
    } catch (CharacterCodingException e) {
      throw new InvalidInput(
          "script",
          "is not a plain text file in UTF-8; export the script as plain text and try again");
    }
    return clean(text);
  }

  /** The same checks for text that was pasted. */
  public static String clean(String text) {
    if (text == null || text.isBlank()) {
      throw new InvalidInput("script", "is empty");
    }
    if (text.length() > MAX_BYTES) {
      throw new InvalidInput(
          "script", "is larger than 4 MB; a feature script as plain text is about 0.2 MB");
    }
    String t = text.startsWith("\uFEFF") ? text.substring(1) : text;
    t = t.replace("\r\n", "\n").replace('\r', '\n').replace("\t", "    ");
    // A hard space is a space, and the soft line break of word processors ends a line.
    t = t.replace('\u00a0', ' ').replace('\u000b', '\n');
    for (int i = 0; i < t.length(); i++) {
      char c = t.charAt(i);
      if (c < 0x20 && c != '\n' && c != '\f') {
        throw new InvalidInput("script", "holds control characters: this is not a plain text file");
      }
    }
    return t;
  }
}
