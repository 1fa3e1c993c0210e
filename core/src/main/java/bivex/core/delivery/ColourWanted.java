package bivex.core.delivery;

import bivex.core.review.FileTags;
import bivex.core.review.VersionFacts.FactCheck;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * How a client wants colours to be meant, by the tags of the file; null where anything will do.
 * Code points as in ITU-T H.273.
 */
public record ColourWanted(Primaries primaries, Transfer transfer, Matrix matrix, Range range) {
  public static final ColourWanted ANY = new ColourWanted(null, null, null, null);

  /** A choice by the names that stand for it in files. */
  private interface Named {
    String words();

    Set<String> names();
  }

  /** Which red, green and blue are meant. */
  public enum Primaries implements Named {
    BT709("BT.709", "bt709"),
    BT2020("BT.2020", "bt2020"),
    P3_D65("P3, white D65", "smpte432"),
    P3_DCI("P3, white of cinemas", "smpte431");

    private final String words;
    private final Set<String> names;

    Primaries(String words, String... names) {
      this.words = words;
      this.names = Set.of(names);
    }

    @Override
    public String words() {
      return words;
    }

    @Override
    public Set<String> names() {
      return names;
    }
  }

  /** How light is turned into codes. Values 1, 6, 14 and 15 of H.273 are one curve. */
  public enum Transfer implements Named {
    BT709("BT.709", "bt709", "smpte170m", "bt2020-10", "bt2020-12"),
    SRGB("sRGB", "iec61966-2-1"),
    PQ("PQ", "smpte2084"),
    HLG("HLG", "arib-std-b67"),
    LINEAR("linear", "linear");

    private final String words;
    private final Set<String> names;

    Transfer(String words, String... names) {
      this.words = words;
      this.names = Set.of(names);
    }

    @Override
    public String words() {
      return words;
    }

    @Override
    public Set<String> names() {
      return names;
    }
  }

  /** How brightness and colour come from red, green and blue. */
  public enum Matrix implements Named {
    BT709("BT.709", "bt709"),
    BT2020("BT.2020", "bt2020nc"),
    BT601("BT.601", "smpte170m", "bt470bg"),
    RGB("RGB", "gbr");

    private final String words;
    private final Set<String> names;

    Matrix(String words, String... names) {
      this.words = words;
      this.names = Set.of(names);
    }

    @Override
    public String words() {
      return words;
    }

    @Override
    public Set<String> names() {
      return names;
    }
  }

  /** Which codes are black and white. */
  public enum Range implements Named {
    LIMITED("limited", "tv"),
    FULL("full", "pc");

    private final String words;
    private final Set<String> names;

    Range(String words, String... names) {
      this.words = words;
      this.names = Set.of(names);
    }

    @Override
    public String words() {
      return words;
    }

    @Override
    public Set<String> names() {
      return names;
    }
  }

  /** What is asked, each in a few words. */
  List<String> asked() {
    List<String> out = new ArrayList<>();
    MediaWanted.add(out, primaries == null ? null : "primaries " + primaries.words);
    MediaWanted.add(out, transfer == null ? null : "transfer " + transfer.words);
    MediaWanted.add(out, matrix == null ? null : "matrix " + matrix.words);
    MediaWanted.add(out, range == null ? null : range.words + " range");
    return out;
  }

  /**
   * @param tags null where they were not read
   */
  List<FactCheck> check(FileTags tags) {
    List<FactCheck> out = new ArrayList<>();
    add(out, "Primaries", primaries, Primaries.values(), tags, FileTags::primaries);
    add(out, "Transfer", transfer, Transfer.values(), tags, FileTags::transfer);
    add(out, "Matrix", matrix, Matrix.values(), tags, FileTags::matrix);
    add(out, "Range", range, Range.values(), tags, FileTags::range);
    return out;
  }

  private static void add(
      List<FactCheck> out,
      String label,
      Named wanted,
      Named[] all,
      FileTags tags,
      Function<FileTags, String> of) {
    if (wanted == null) {
      return;
    }
    String found = tags == null ? null : of.apply(tags);
    out.add(
        new FactCheck(
            label,
            wanted.words(),
            found == null
                ? MediaWanted.NOT_READ
                : found.isEmpty() ? "not told by the file" : words(all, found),
            found != null && wanted.names().contains(found),
            found == null
                ? MediaWanted.AGAIN
                : found.isEmpty()
                    ? "Export it with its tags; what a file does not say is not guessed."
                    : "Export it from the composite in " + wanted.words() + ", tagged as that."));
  }

  /** As it is called here; the name of the reader where it is none of these. */
  private static String words(Named[] all, String found) {
    return Arrays.stream(all)
        .filter(n -> n.names().contains(found))
        .map(Named::words)
        .collect(Collectors.collectingAndThen(Collectors.joining(), w -> w.isEmpty() ? found : w));
  }
}
