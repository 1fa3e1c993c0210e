package bivex.server.papers;

import com.openhtmltopdf.bidi.BidiReorderer;
import com.openhtmltopdf.bidi.BidiSplitter;
import com.openhtmltopdf.bidi.BidiTextRun;
import java.text.Bidi;
import java.util.ArrayList;
import java.util.List;

/**
 * Words that are written from right to left, put in the order they are read in (Unicode Standard
 * Annex 9, by the JDK). Arabic letters are printed in their stand-alone shapes.
 */
final class ReadingOrder implements BidiSplitter, BidiReorderer {
  private final List<BidiTextRun> runs = new ArrayList<>();

  @Override
  public void setParagraph(String words, byte direction) {
    runs.clear();
    if (words.isEmpty()) {
      return;
    }
    Bidi bidi =
        new Bidi(
            words,
            direction == RTL ? Bidi.DIRECTION_RIGHT_TO_LEFT : Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT);
    int n = bidi.getRunCount();
    byte[] levels = new byte[n];
    Integer[] order = new Integer[n];
    for (int i = 0; i < n; i++) {
      levels[i] = (byte) bidi.getRunLevel(i);
      order[i] = i;
    }
    Bidi.reorderVisually(levels, 0, order, 0, n);
    for (int i : order) {
      runs.add(
          new BidiTextRun(
              bidi.getRunStart(i),
              bidi.getRunLimit(i) - bidi.getRunStart(i),
              bidi.getRunLevel(i) % 2 == 1 ? RTL : LTR));
    }
  }

  @Override
  public int countTextRuns() {
    return runs.size();
  }

  @Override
  public BidiTextRun getVisualRun(int i) {
    return runs.get(i);
  }

  @Override
  public byte getBaseDirection(String words) {
    return Bidi.requiresBidi(words.toCharArray(), 0, words.length())
            && !new Bidi(words, Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT).baseIsLeftToRight()
        ? RTL
        : LTR;
  }

  @Override
  public String reorderRTLTextToLTR(String words) {
    return new StringBuilder(words).reverse().toString();
  }

  @Override
  public String shapeText(String words) {
    return words;
  }

  @Override
  public String deshapeText(String words) {
    return words;
  }

  @Override
  public boolean isLiveImplementation() {
    return true;
  }
}
