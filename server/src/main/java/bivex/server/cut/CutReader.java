package bivex.server.cut;

import bivex.core.InvalidInput;
import bivex.core.cut.CutList;
import bivex.core.cut.EditListReader;
import bivex.core.cut.TimelineReader;
import bivex.core.time.FrameRate;
import bivex.server.http.Json;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.locks.ReentrantLock;
import tools.jackson.core.JacksonException;

/** An edit list or a timeline from the bytes of its file, whichever it is. */
public final class CutReader {
  /** Far more than a list of a whole picture. */
  static final long MOST_BYTES = 20_000_000;

  /** A large timeline takes ten times its size while it is read: one at a time. */
  private static final ReentrantLock TURN = new ReentrantLock();

  private CutReader() {}

  /**
   * @param rate of the production, for a list that tells none
   * @throws InvalidInput naming {@code file} when it is neither, or has no event at all
   */
  public static CutList read(byte[] bytes, FrameRate rate) {
    if (bytes.length == 0 || bytes.length > MOST_BYTES) {
      throw new InvalidInput("file", bytes.length == 0 ? "is empty" : "is larger than 20 MB");
    }
    TURN.lock();
    try {
      String unicode = unicode(bytes);
      return unicode != null
          ? read(unicode, rate)
          : read(new String(bytes, Charset.forName("windows-1252")), rate)
              .told("its letters are in no Unicode: read as Windows-1252, some may be others");
    } finally {
      TURN.unlock();
    }
  }

  private static CutList read(String text, FrameRate rate) {
    CutList out;
    if (text.stripLeading().startsWith("{")) {
      try {
        out = TimelineReader.read(Json.MAPPER.readValue(text, Map.class), rate);
      } catch (JacksonException e) {
        throw new InvalidInput("file", "is no JSON: " + e.getOriginalMessage());
      }
    } else {
      out = EditListReader.read(text, rate);
    }
    if (out.events().isEmpty()) {
      StringBuilder why = new StringBuilder("has no event that can be read");
      out.passed().stream().limit(5).forEach(p -> why.append("; ").append(p.said()));
      throw new InvalidInput("file", why.toString());
    }
    return out;
  }

  /** Letters of a list in Unicode; null where they are written as older programs do. */
  private static String unicode(byte[] bytes) {
    if (bytes.length > 1 && (bytes[0] & 0xff) == 0xff && (bytes[1] & 0xff) == 0xfe
        || bytes.length > 1 && (bytes[0] & 0xff) == 0xfe && (bytes[1] & 0xff) == 0xff) {
      return new String(bytes, StandardCharsets.UTF_16);
    }
    for (byte b : bytes) {
      if (b == 0) {
        throw new InvalidInput("file", "is no text: neither an edit list nor a timeline");
      }
    }
    try {
      String s = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
      return s.startsWith("\uFEFF") ? s.substring(1) : s;
    } catch (CharacterCodingException e) {
      return null;
    }
  }
}
