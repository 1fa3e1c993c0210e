package bivex.core.cue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.script.ScreenplayParser;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * What is found in the scripts the weights were learned from: a floor against breakage, no measure.
 * How it does on scripts it has not learned from is measured where it learns.
 */
class CueFinderTest {
  /** Kinds that are right, each with the method that is, where that was labelled too. */
  private static final Pattern LABEL =
      Pattern.compile("\\s?\\[\\[([A-Z]+(?: [A-Z]\\d+)?(?:\\|[A-Z]+(?: [A-Z]\\d+)?)*)]]");

  /** Told in other manners than the finder was made with: plainly, in jest, in few words. */
  private static final List<String> TOLD =
      List.of("told/plain-ferry.fountain", "told/comic-fete.fountain", "told/terse-relay.fountain");

  /**
   * Written and labelled with the others, and not run until what is made with those is finished:
   * here only their labels are held against the book.
   */
  private static final List<String> LOCKED =
      List.of(
          "told/locked/lyrical-orchard.fountain",
          "told/locked/talk-two-chairs.fountain",
          "told/locked/technical-load-test.fountain");

  /**
   * @param end offset in the source of the sentence's last character
   */
  record Label(int end, Set<Cue.Kind> kinds) {}

  /**
   * @param right cues in which a labelled sentence ends
   * @param found labelled sentences that end in a cue
   */
  record Score(int labels, int proposed, int right, int found, int rightKind) {
    double precision() {
      return (double) right / proposed;
    }

    double recall() {
      return (double) found / labels;
    }

    Score plus(Score o) {
      return new Score(
          labels + o.labels,
          proposed + o.proposed,
          right + o.right,
          found + o.found,
          rightKind + o.rightKind);
    }

    @Override
    public String toString() {
      return String.format(
          java.util.Locale.ROOT,
          "%d labelled, %d proposed, %d right: precision %.2f, recall %.2f, kind right in %.2f of"
              + " them",
          labels,
          proposed,
          right,
          precision(),
          recall(),
          (double) rightKind / right);
    }
  }

  private static String read(String name) {
    try (InputStream in = CueFinderTest.class.getResourceAsStream("/cues/" + name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static Score score(String name, List<String> faults) {
    String source = read(name);
    List<Label> labels = new ArrayList<>();
    Matcher m = LABEL.matcher(source);
    while (m.find()) {
      labels.add(
          new Label(
              m.start(),
              Arrays.stream(m.group(1).split("\\|"))
                  .map(l -> Cue.Kind.valueOf(l.split(" ")[0]))
                  .collect(Collectors.toCollection(() -> EnumSet.noneOf(Cue.Kind.class)))));
    }
    List<Cue> cues =
        CueFinder.find(ScreenplayParser.parse(source), CueWords.SHIPPED_ONLY).stream()
            .filter(c -> c.confidence() >= Cue.USUAL)
            .toList();
    int right = 0;
    int kind = 0;
    for (Cue c : cues) {
      Label l =
          labels.stream()
              .filter(x -> x.end() > c.start() && x.end() <= c.end() + 1)
              .findFirst()
              .orElse(null);
      if (l == null) {
        faults.add("wrong " + c.kind() + " (" + c.reason() + "): " + c.words());
      } else {
        right++;
        kind += l.kinds().contains(c.kind()) ? 1 : 0;
        if (!l.kinds().contains(c.kind())) {
          faults.add(
              "kind " + c.kind() + " for " + l.kinds() + " (" + c.reason() + "): " + c.words());
        }
      }
    }
    int found =
        (int)
            labels.stream()
                .filter(
                    l -> cues.stream().anyMatch(c -> l.end() > c.start() && l.end() <= c.end() + 1))
                .count();
    labels.stream()
        .filter(l -> cues.stream().noneMatch(c -> l.end() > c.start() && l.end() <= c.end() + 1))
        .forEach(
            l ->
                faults.add(
                    "missed "
                        + l.kinds()
                        + ": "
                        + source.substring(Math.max(0, l.end() - 70), l.end()).replace('\n', ' ')));
    return new Score(labels.size(), cues.size(), right, found, kind);
  }

  @Test
  void mostOfWhatIsAnEffectIsFoundAndLittleElse() {
    List<String> faults = new ArrayList<>();
    Score known =
        score("practice-1.fountain", faults)
            .plus(score("practice-2.fountain", faults))
            .plus(score("practice-3.fountain", faults))
            .plus(score("practice-4.fountain", faults));
    Score unseen = score("unseen.fountain", faults);
    if (Boolean.getBoolean("show")) {
      System.out.println(
          "known: " + known + "\nunseen: " + unseen + "\n" + String.join("\n", faults));
    }
    assertThat(known.labels()).isGreaterThanOrEqualTo(100);
    assertThat(unseen.labels()).isGreaterThanOrEqualTo(35);
    assertThat(known.recall()).isGreaterThan(0.9);
    assertThat(known.precision()).isGreaterThan(0.8);
    assertThat(unseen.recall()).isGreaterThan(0.65);
    assertThat(unseen.precision()).isGreaterThan(0.8);
  }

  /** Every label names a kind and a method there is, at the end of a sentence of the action. */
  @Test
  void whatIsMeasuredOnIsLabelledWell() {
    for (String name : Stream.concat(TOLD.stream(), LOCKED.stream()).toList()) {
      String source = read(name);
      Matcher m = LABEL.matcher(source);
      int labels = 0;
      while (m.find()) {
        labels++;
        assertThat(source.substring(m.start() - 1, m.start())).as(name).matches("[.!?:]");
        for (String l : m.group(1).split("\\|")) {
          assertThat(Cue.Kind.valueOf(l.split(" ")[0]).words()).isNotBlank();
          assertThat(MethodBook.find(l.split(" ")[1]).name()).as(name).isNotBlank();
        }
      }
      assertThat(labels).as(name).isGreaterThanOrEqualTo(12);
      assertThat(source.split("\\[\\[", -1))
          .as(name + ": none is written otherwise")
          .hasSize(labels + 1);
    }
  }

  /** Scripts told otherwise than its words were made with. */
  @Test
  void onScriptsToldOtherwiseMostIsFoundToo() {
    List<String> faults = new ArrayList<>();
    Score all = new Score(0, 0, 0, 0, 0);
    for (String name : TOLD) {
      Score one = score(name, faults);
      all = all.plus(one);
      if (Boolean.getBoolean("show")) {
        System.out.println(name + ": " + one);
      }
    }
    if (Boolean.getBoolean("show")) {
      System.out.println("told otherwise: " + all + "\n" + String.join("\n", faults));
    }
    assertThat(all.labels()).isGreaterThanOrEqualTo(55);
    assertThat(all.recall()).isGreaterThan(0.6);
    assertThat(all.precision()).isGreaterThan(0.7);
  }

  private static List<Cue> cues(String action, CueWords words) {
    return CueFinder.find(ScreenplayParser.parse("INT. ROOM - DAY\n\n" + action), words).stream()
        .filter(c -> c.confidence() >= Cue.USUAL)
        .toList();
  }

  @Test
  void whatIsOnlySaidOrDeniedOrLikenedIsNoCue() {
    assertThat(
            cues(
                "INES\n"
                    + "The house vanished in the fire.\n\n"
                    + "She moves like a ghost. There is no gun. \"Fire,\" he mouths.",
                CueWords.SHIPPED_ONLY))
        .isEmpty();
    assertThat(cues("The ghost has a gun.", CueWords.SHIPPED_ONLY)).hasSize(1);
  }

  /**
   * The words of a cue are those of the source at its place, whatever markup is between; the same
   * words twice are two cues.
   */
  @Test
  void aCueStandsWhereItsWordsStand() {
    String source =
        "INT. ROOM - DAY\n\n"
            + "She waits. The *flags* [[three]] **vanish** at once. She waits.\n\n"
            + "The flags vanish.\n\n"
            + "She waits.\n\n"
            + "The flags vanish.";
    List<Cue> cues = CueFinder.find(ScreenplayParser.parse(source), CueWords.SHIPPED_ONLY);
    assertThat(cues)
        .hasSize(3)
        .allMatch(c -> c.kind() == Cue.Kind.VANISH && c.method().equals("B1"));
    assertThat(source.substring(cues.get(0).start(), cues.get(0).end()))
        .isEqualTo("The *flags* [[three]] **vanish** at once.");
    assertThat(cues).extracting(Cue::key).doesNotHaveDuplicates();
    assertThat(source.substring(cues.get(2).start(), cues.get(2).end()))
        .isEqualTo("The flags vanish.");
  }

  @Test
  void aProductionAddsAndStrikesWords() {
    CueWords own =
        new CueWords(
            List.of(
                new CueWords.Entry("Tide  gauge", Cue.Kind.SCREEN, "D1"),
                new CueWords.Entry("zeppel*", Cue.Kind.WORLD, null)),
            List.of("vanish"));
    assertThat(cues("The tide turns the gauge.", own))
        .singleElement()
        .matches(c -> c.kind() == Cue.Kind.SCREEN && c.reason().contains("tide turns the gauge"));
    assertThat(cues("Zeppelins.", own)).singleElement().matches(c -> c.method().equals("F1"));
    assertThat(cues("The flags vanish.", own)).isEmpty();
    assertThatThrownBy(() -> new CueWords.Entry("a b c d e f g", Cue.Kind.TIME, null))
        .isInstanceOf(InvalidInput.class)
        .hasMessageStartingWith("words:");
    assertThatThrownBy(() -> new CueWords.Entry("slow", Cue.Kind.TIME, "Z9"))
        .hasMessageContaining("Z9");
    CueWords gone = new CueWords(List.of(), List.of("shipped no more"));
    assertThatThrownBy(() -> gone.asked(CueWords.SHIPPED_ONLY)).hasMessageStartingWith("struck:");
    assertThat(gone.asked(gone)).isEqualTo(gone);
    assertThat(cues("The flags vanish.", gone))
        .as("a word struck from an older list does no harm")
        .hasSameSizeAs(cues("The flags vanish.", CueWords.SHIPPED_ONLY));
    assertThat(CueWords.shipped()).extracting(CueWords.Entry::words).doesNotHaveDuplicates();
  }
}
