package bivex.core.time;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The files of a sequence as they came, against what was promised (S24): one name throughout,
 * digits of one length, no gaps, the promised frames, the promised rate.
 *
 * @param name of the sequence, its number as #
 * @param frames what is there
 * @param faults what is wrong, in words; empty when it can be used
 */
public record Turnover(String name, SequenceCheck frames, List<String> faults) {
  private static final Pattern NAME = Pattern.compile("(.*?)(\\d+)(\\.[A-Za-z0-9]{1,8})$");
  private static final int MOST = 200_000;

  /** What was promised; null where nothing was. */
  public record Promised(Long first, Integer count, FrameRate rate) {}

  /**
   * @param files names, one per frame
   * @param read rate the files or their list say; null when they say none
   */
  public static Turnover of(List<String> files, FrameRate read, Promised promised) {
    if (files.isEmpty() || files.size() > MOST) {
      throw new InvalidInput("files", "must be 1 to " + MOST + " names, were " + files.size());
    }
    Map<String, List<Long>> by = new LinkedHashMap<>();
    Map<String, List<Integer>> digits = new LinkedHashMap<>();
    List<String> strange = new ArrayList<>();
    for (String f : files) {
      Matcher m = NAME.matcher(f.strip().replaceAll(".*[/\\\\]", ""));
      if (m.matches() && m.group(2).length() <= 9) {
        String key = m.group(1) + "#" + m.group(3);
        by.computeIfAbsent(key, k -> new ArrayList<>()).add(Long.parseLong(m.group(2)));
        digits.computeIfAbsent(key, k -> new ArrayList<>()).add(m.group(2).length());
      } else {
        strange.add(f.strip());
      }
    }
    if (by.isEmpty()) {
      throw new InvalidInput(
          "files", "have no frame number before the extension: " + strange.get(0));
    }
    String name =
        by.entrySet().stream()
            .max((a, b) -> Integer.compare(a.getValue().size(), b.getValue().size()))
            .orElseThrow()
            .getKey();
    SequenceCheck c = SequenceCheck.of(by.get(name));
    List<String> faults = new ArrayList<>();
    by.forEach(
        (k, v) -> {
          if (!k.equals(name)) {
            faults.add(
                v.size()
                    + (v.size() == 1 ? " file is" : " files are")
                    + " of another sequence: "
                    + k);
          }
        });
    if (!strange.isEmpty()) {
      faults.add(
          strange.size()
              + (strange.size() == 1 ? " file has" : " files have")
              + " no frame number: "
              + strange.get(0));
    }
    if (c.missing() > 0) {
      faults.add(
          c.missing()
              + (c.missing() == 1 ? " frame is" : " frames are")
              + " missing: "
              + String.join(", ", c.gaps().subList(0, Math.min(8, c.gaps().size())))
              + (c.gaps().size() > 8 ? " …" : "")
              + "; ask for them by number");
    }
    if (c.doubled() > 0) {
      faults.add(c.doubled() + " numbers came twice");
    }
    List<Integer> lengths = digits.get(name).stream().distinct().sorted().toList();
    // 999 and 1000 have lengths of their own when numbers are not padded; a leading zero tells.
    if (lengths.size() > 1
        && String.valueOf(c.first()).length() < lengths.get(lengths.size() - 1)
        && lengths.get(0) != String.valueOf(c.first()).length()) {
      faults.add(
          "frame numbers have "
              + lengths.get(0)
              + " to "
              + lengths.get(lengths.size() - 1)
              + " digits; they sort wrongly");
    }
    if (promised.first != null && promised.first != c.first()) {
      faults.add("begins at " + c.first() + ", promised " + promised.first);
    }
    if (promised.count != null && promised.count != c.count()) {
      faults.add(
          c.count()
              + " frames, promised "
              + promised.count
              + (c.count() - promised.count > 0
                  ? ": " + (c.count() - promised.count) + " too many"
                  : ": " + (promised.count - c.count()) + " too few"));
    }
    if (promised.rate != null && read != null && !promised.rate.equals(read)) {
      faults.add(
          Said.of(
              "is read at %s fps, made at %s: it ends %.2f s (%.1f frames) %s",
              read.name(),
              promised.rate.name(),
              Math.abs(SequenceCheck.slipSeconds(c.count(), promised.rate, read)),
              Math.abs(SequenceCheck.slipFrames(c.count(), promised.rate, read)),
              SequenceCheck.slipSeconds(c.count(), promised.rate, read) < 0 ? "early" : "late"));
    }
    return new Turnover(name, c, List.copyOf(faults));
  }
}
