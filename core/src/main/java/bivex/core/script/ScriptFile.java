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
    String other = document(bytes);
    if (!other.isEmpty()) {
      throw new InvalidInput(
          "script", "is " + other + "; save it as PDF or as plain text (UTF-8) and bring that in");
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

  /** What a file of another kind is, by its first bytes; empty for what may be text. */
  private static String document(byte[] b) {
    String head = new String(b, 0, Math.min(b.length, 64), StandardCharsets.ISO_8859_1);
    if (head.startsWith("{\\rtf")) {
      return "an RTF document";
    }
    if (head.startsWith("PK\u0003\u0004")) {
      return "a document of a word processor or an archive (docx, odt, zip)";
    }
    if (head.startsWith("\u00d0\u00cf\u0011\u00e0")) {
      return "a document of a word processor (doc)";
    }
    if (head.replaceFirst("^\u00ef\u00bb\u00bf", "").stripLeading().startsWith("<?xml")) {
      return "an XML document of a script program";
    }
    return "";
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
