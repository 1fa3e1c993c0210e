package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.cue.CueFinder;
import bivex.core.cue.Sense;
import bivex.core.script.Revision.Carried;
import bivex.core.script.Revision.Standing;
import bivex.sense.LanguageSense;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Drafts that were rewritten by hand, as writers do: names changed, scenes moved, merged and cut,
 * lines said otherwise. Behind each moment of the first draft that is still there its number is
 * written in the second, and of how many sentences it is. Written before anything was run on them.
 * No published set of such is known to us; it is one hand's work, and the figures say no more.
 */
class RewriteTest {
  /** Looked at while carrying was made. */
  private static final List<String> KNOWN =
      List.of(
          "plain-ferry-2",
          "terse-relay-2",
          "comic-fete-2",
          "plain-ferry-3",
          "terse-relay-3",
          "comic-fete-3");

  /** Run for the first time when it was finished. */
  private static final List<String> LOCKED =
      List.of(
          "locked/lyrical-orchard-2",
          "locked/talk-two-chairs-2",
          "locked/technical-load-test-2",
          "locked/plain-night-ward-2",
          "locked/song-paper-circus-2",
          "locked/heist-cold-room-2");

  private static final Pattern LABEL = Pattern.compile("\\[\\[([^\\]]*)]]");
  private static final Sense SENSE = new LanguageSense();

  /** A script without what is written into it, and the moments by their numbers. */
  private record Told(String text, Screenplay play, Map<Integer, Anchor> moments) {
    static Told read(String name) {
      String source;
      try {
        source =
            Files.readString(Path.of("../core/src/test/resources/cues/told/" + name + ".fountain"));
      } catch (IOException e) {
        throw new java.io.UncheckedIOException(e);
      }
      StringBuilder text = new StringBuilder();
      Map<Integer, int[]> ends = new TreeMap<>();
      Matcher m = LABEL.matcher(source);
      int at = 0;
      int n = 0;
      while (m.find()) {
        text.append(source, at, m.start());
        at = m.end();
        boolean numbered = m.group(1).startsWith("=");
        String[] of = m.group(1).substring(1).split(":");
        int[] end = {text.length(), numbered && of.length > 1 ? Integer.parseInt(of[1]) : 1};
        assertThat(ends.put(numbered ? Integer.parseInt(of[0]) : ++n, end))
            .as(name + " has " + m.group() + " once")
            .isNull();
      }
      text.append(source.substring(at));
      Screenplay play = ScreenplayParser.parse(text.toString());
      List<ActionSentence> sentences = ActionSentence.of(play);
      Map<Integer, Anchor> moments = new TreeMap<>();
      ends.forEach(
          (number, end) -> {
            int last = 0;
            while (Math.abs(sentences.get(last).end() - end[0]) > 1) {
              last++;
            }
            int start = sentences.get(last - end[1] + 1).start();
            moments.put(number, new Anchor(start, end[0], text.substring(start, end[0])));
          });
      return new Told(text.toString(), play, moments);
    }
  }

  /** What came of the moments: whether rightly, by where they stand. */
  private static final class Score {
    int all;
    int there;
    final List<String> wrong = new ArrayList<>();
    final Map<Standing, int[]> by = new EnumMap<>(Standing.class);

    int of(Standing s) {
      int[] n = by.getOrDefault(s, new int[2]);
      return n[0] + n[1];
    }

    int right(Standing s) {
      return by.getOrDefault(s, new int[2])[0];
    }

    int sure() {
      return of(Standing.UNCHANGED) + of(Standing.MOVED) + of(Standing.REWORDED);
    }

    /** Called gone or lost though they are there. */
    int missed() {
      return of(Standing.GONE) - right(Standing.GONE) + of(Standing.LOST) - right(Standing.LOST);
    }

    @Override
    public String toString() {
      return String.format(
          Locale.ROOT,
          "%d moments, %d of them still there: %d carried, %d of these wrongly; %d asked, %d with"
              + " the right place; %d proposed as gone, %d of them there; %d lost, %d of them"
              + " there%n%s",
          all,
          there,
          sure(),
          wrong.size(),
          of(Standing.ASKED),
          right(Standing.ASKED),
          of(Standing.GONE),
          of(Standing.GONE) - right(Standing.GONE),
          of(Standing.LOST),
          of(Standing.LOST) - right(Standing.LOST),
          String.join("\n", wrong));
    }
  }

  private static boolean meets(Anchor found, Anchor meant) {
    return found.start() < meant.end() && meant.start() < found.end();
  }

  private static List<float[]> meanings(Told t, boolean sense) {
    return sense ? SENSE.of(CueFinder.sentences(t.play)) : List.of();
  }

  private static Score score(List<String> names, boolean sense) {
    Score out = new Score();
    for (String name : names) {
      Told old = Told.read(name.substring(0, name.length() - 2));
      Told now = Told.read(name);
      assertThat(old.moments.keySet()).as(name).containsAll(now.moments.keySet());
      Revision r =
          new Revision(
              old.text, old.play, meanings(old, sense), now.text, now.play, meanings(now, sense));
      old.moments.forEach(
          (number, mark) -> {
            Carried c = r.carry(mark);
            Anchor meant = now.moments.get(number);
            boolean right =
                c.anchor() == null ? meant == null : meant != null && meets(c.anchor(), meant);
            out.all++;
            out.there += meant == null ? 0 : 1;
            out.by.computeIfAbsent(c.standing(), k -> new int[2])[right ? 0 : 1]++;
            boolean sure =
                switch (c.standing()) {
                  case UNCHANGED, MOVED, REWORDED -> true;
                  case ASKED, GONE, LOST -> false;
                };
            if (sure && !right) {
              out.wrong.add(
                  name + " " + number + ": " + mark.excerpt() + " -> " + c.anchor().excerpt());
            }
            if (c.anchor() != null) {
              assertThat(now.play.elements())
                  .as(name + ": what was seen is not what is said")
                  .noneMatch(
                      x ->
                          x.kind() != Screenplay.Kind.ACTION
                              && !x.runs().isEmpty()
                              && x.runs().get(0).start() < c.anchor().end()
                              && c.anchor().start() < x.end());
            }
          });
    }
    if (Boolean.getBoolean("show")) {
      System.out.println((sense ? "with sense " : "by words ") + names.size() + ": " + out);
    }
    return out;
  }

  @Test
  void aRewriteByHandIsCarriedOrAskedAndHardlyEverLost() {
    for (List<String> names : List.of(KNOWN, LOCKED)) {
      Score words = score(names, false);
      Score sense = score(names, true);
      assertThat(words.all).isGreaterThanOrEqualTo(100);
      assertThat(words.wrong).isEmpty();
      assertThat(sense.sure()).isGreaterThan(words.sure());
      assertThat(sense.wrong).isEmpty();
      assertThat(3 * sense.of(Standing.ASKED)).isLessThanOrEqualTo(sense.all);
      assertThat(20 * sense.missed()).isLessThanOrEqualTo(sense.there);
    }
  }
}
