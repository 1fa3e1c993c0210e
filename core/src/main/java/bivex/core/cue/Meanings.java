package bivex.core.cue;

import java.util.ArrayList;
import java.util.List;

/** Meanings as they are kept: a signed byte a number, each row stretched to the whole range. */
public final class Meanings {
  private Meanings() {}

  /** Packs rows of one length. */
  public static byte[] pack(List<float[]> rows) {
    int n = rows.isEmpty() ? 0 : rows.get(0).length;
    byte[] out = new byte[rows.size() * n];
    for (int r = 0; r < rows.size(); r++) {
      float[] row = rows.get(r);
      float most = 0;
      for (float v : row) {
        most = Math.max(most, Math.abs(v));
      }
      for (int i = 0; i < n; i++) {
        out[r * n + i] = (byte) (most == 0 ? 0 : Math.round(row[i] / most * 127));
      }
    }
    return out;
  }

  /**
   * @param numbers of a row
   * @return rows of length one
   */
  public static List<float[]> unpack(byte[] packed, int numbers) {
    List<float[]> out = new ArrayList<>();
    for (int at = 0; numbers > 0 && at + numbers <= packed.length; at += numbers) {
      float[] row = new float[numbers];
      double sum = 0;
      for (int i = 0; i < numbers; i++) {
        row[i] = packed[at + i];
        sum += row[i] * row[i];
      }
      double length = Math.sqrt(sum);
      for (int i = 0; i < numbers && length > 0; i++) {
        row[i] /= (float) length;
      }
      out.add(row);
    }
    return out;
  }
}
