package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.script.Revision.Standing;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/**
 * What became of marks is measured on revisions whose truth is known, because they were made word
 * by word.
 */
class RevisionTest {
  private static Revision.Carried carry(String old, String now, String words) {
    int at = old.indexOf(words);
    return new Revision(old, ScreenplayParser.parse(old), now, ScreenplayParser.parse(now))
        .carry(Anchor.on(old, at, at + words.length()));
  }

  private static final String OLD =
      """
      INT. STATION - NIGHT #4#

      Ines spreads the chart. She leans across herself and takes the dividers.

      INES
      You wrote to me, and I came.

      The lamp gutters. She waits.

      EXT. PIER - DAY #5#

      The signal flags vanish from the line, one after another.

      A gull. She waits.
      """;

  @Test
  void aMarkThatStaysWhereItWasIsUnchangedWhateverIsWrittenBefore() {
    Revision.Carried c =
        carry(
            OLD,
            OLD.replace("Ines spreads", "Rain on the glass. A long quiet.\n\nInes spreads"),
            "leans across herself and takes the dividers.");
    assertThat(c.standing()).isEqualTo(Standing.UNCHANGED);
    assertThat(c.anchor().excerpt()).isEqualTo("leans across herself and takes the dividers.");
  }

  @Test
  void aMarkFollowsItsSceneAndItsParagraph() {
    String now =
        "EXT. PIER - DAY #1#\n\n"
            + "The signal flags vanish from the line, one after another.\n\n"
            + "A gull. She waits.\n\n"
            + OLD.substring(0, OLD.indexOf("EXT."));
    assertThat(carry(OLD, now, "signal flags vanish").standing()).isEqualTo(Standing.MOVED);
    assertThat(carry(OLD, now, "The lamp gutters.").standing()).isIn(Standing.UNCHANGED);
    String over =
        OLD.replace("The signal flags vanish from the line, one after another.\n\n", "")
            .replace(
                "The lamp gutters.",
                "The signal flags vanish from the line, one after another.\n\nThe lamp gutters.");
    Revision.Carried c = carry(OLD, over, "The signal flags vanish from the line");
    assertThat(c.standing()).isEqualTo(Standing.MOVED);
    assertThat(c.reason()).contains("scene 4");
  }

  @Test
  void otherWordsAreSaidAndHalfOfThemAreAsked() {
    Revision.Carried c =
        carry(
            OLD,
            OLD.replace("takes the dividers", "steals the brass dividers"),
            "leans across herself and takes the dividers.");
    assertThat(c.standing()).isEqualTo(Standing.REWORDED);
    assertThat(c.anchor().excerpt())
        .isEqualTo("leans across herself and steals the brass dividers.");
    assertThat(
            carry(
                    OLD,
                    OLD.replace(
                        "She leans across herself and takes the dividers.",
                        "She turns round and takes a pencil."),
                    "She leans across herself and takes the dividers.")
                .standing())
        .isEqualTo(Standing.ASKED);
    Revision.Carried instead =
        carry(
            OLD,
            OLD.replace(
                "The signal flags vanish from the line, one after another.",
                "A storm lantern bursts into pieces over the water."),
            "The signal flags vanish from the line");
    assertThat(instead.standing()).isEqualTo(Standing.ASKED);
    assertThat(instead.anchor().excerpt()).contains("storm lantern bursts");
    assertThat(
            carry(
                    OLD,
                    OLD.replace(
                        "The signal flags vanish from the line, one after another.\n\n", ""),
                    "The signal flags vanish from the line")
                .standing())
        .isEqualTo(Standing.LOST);
  }

  @Test
  void wordsThatStoodTwiceAndOneOfThemIsGoneAreAsked() {
    String old =
        "INT. A - DAY\n\n"
            + "She waits a long time.\n\n"
            + "One.\n\n"
            + "She waits a long time.\n\n"
            + "Two.\n\n"
            + "She waits a long time.";
    assertThat(
            carry(
                    old,
                    "INT. A - DAY\n\n"
                        + "Four.\n\n"
                        + "She waits a long time.\n\n"
                        + "Five.\n\n"
                        + "She waits a long time.",
                    "She waits a long time.")
                .standing())
        .isEqualTo(Standing.ASKED);
  }

  @Test
  void bothDraftsStandSideBySide() {
    String now =
        OLD.replace("#5#", "#5A#")
            .replace("takes the dividers", "steals the dividers")
            .replace("A gull. She waits.", "A gull. She waits.\n\nIt goes.");
    List<Revision.SceneChange> scenes =
        new Revision(OLD, ScreenplayParser.parse(OLD), now, ScreenplayParser.parse(now)).scenes();
    assertThat(scenes)
        .hasSize(2)
        .allMatch(s -> s.kind() == Revision.SceneKind.CHANGED && !s.moved());
    assertThat(scenes.get(1).renumbered()).isTrue();
    assertThat(scenes.get(0).rows())
        .filteredOn(r -> r.kind() == Revision.RowKind.CHANGED)
        .singleElement()
        .satisfies(
            r -> {
              assertThat(r.before())
                  .filteredOn(Revision.Piece::changed)
                  .extracting(Revision.Piece::text)
                  .containsExactly("takes ");
              assertThat(r.now())
                  .filteredOn(Revision.Piece::changed)
                  .extracting(Revision.Piece::text)
                  .containsExactly("steals ");
            });
    assertThat(scenes.get(1).rows())
        .extracting(Revision.Row::kind)
        .contains(Revision.RowKind.ADDED)
        .doesNotContain(Revision.RowKind.GONE);
  }

  /** Every paragraph of either draft is in the comparison exactly once, whole. */
  @Test
  void theComparisonLeavesNothingOut() {
    Random random = new Random(12);
    for (int i = 0; i < 12; i++) {
      Revisions r = Revisions.invented(random, 14, 8);
      String old = r.source();
      r.revise(1.5);
      String now = r.source();
      Screenplay a = ScreenplayParser.parse(old);
      Screenplay b = ScreenplayParser.parse(now);
      List<Revision.SceneChange> scenes = new Revision(old, a, now, b).scenes();
      List<String> before = new ArrayList<>();
      List<String> after = new ArrayList<>();
      scenes.stream()
          .flatMap(s -> s.rows().stream())
          .forEach(
              row -> {
                if (row.kind() != Revision.RowKind.ADDED) {
                  before.add(text(row.before()));
                }
                if (row.kind() != Revision.RowKind.GONE) {
                  after.add(text(row.now()));
                }
              });
      assertThat(before)
          .containsExactlyInAnyOrderElementsOf(
              a.elements().stream().map(Screenplay.Element::text).toList());
      assertThat(after)
          .containsExactlyElementsOf(b.elements().stream().map(Screenplay.Element::text).toList());
    }
  }

  private static String text(List<Revision.Piece> pieces) {
    return pieces.stream().map(Revision.Piece::text).reduce("", String::concat);
  }

  /**
   * A mark is rightly carried when it is put over at least seven tenths of the words it should be
   * over, or called lost when none of them is left; to ask is neither right nor wrong, but must be
   * seldom.
   */
  @Test
  void marksAreCarriedOverGeneratedRevisions() {
    for (double amount : new double[] {0.5, 1, 2}) {
      Random random = new Random(41);
      int right = 0;
      int wrong = 0;
      int asked = 0;
      int proposed = 0;
      int all = 0;
      TreeMap<String, Integer> kinds = new TreeMap<>();
      for (int round = 0; round < 10; round++) {
        Revisions r = Revisions.invented(random, 60, 12);
        String old = r.source();
        List<Revisions.Mark> marks = r.marks(old, 300);
        r.revise(amount);
        String now = r.source();
        Revision revision =
            new Revision(old, ScreenplayParser.parse(old), now, ScreenplayParser.parse(now));
        for (Revisions.Mark m : marks) {
          Revision.Carried c = revision.carry(m.anchor());
          int[] truth = r.truth(m);
          boolean good =
              truth == null
                  ? c.anchor() == null
                  : c.anchor() != null && overlap(c.anchor(), truth) >= 0.7;
          all++;
          kinds.merge(c.standing().name(), 1, Integer::sum);
          if (c.standing() == Standing.ASKED) {
            asked++;
            proposed += good ? 1 : 0;
          } else if (good || c.standing() == Standing.LOST && truth != null && truth[2] == 0) {
            right++;
          } else {
            wrong++;
            if (Boolean.getBoolean("show")) {
              System.out.println(
                  c.standing()
                      + " kept "
                      + c.kept()
                      + " ("
                      + c.reason()
                      + ")\n  was  "
                      + m.anchor().excerpt()
                      + "\n  got  "
                      + (c.anchor() == null ? "-" : c.anchor().excerpt())
                      + "\n  true "
                      + (truth == null ? "-" : now.substring(truth[0], truth[1])));
            }
          }
        }
      }
      if (Boolean.getBoolean("figures") || Boolean.getBoolean("show")) {
        System.out.printf(
            java.util.Locale.ROOT,
            "amount %.1f: of %d marks %.1f %% rightly, %.1f %% wrongly, %.1f %% asked (of these the"
                + " proposal right in %.0f %%) %s%n",
            amount,
            all,
            100.0 * right / all,
            100.0 * wrong / all,
            100.0 * asked / all,
            100.0 * proposed / Math.max(1, asked),
            kinds);
      }
      assertThat((double) wrong / all)
          .as("wrongly, amount " + amount)
          .isLessThan(0.01 * Math.max(1, amount));
      assertThat((double) right / all)
          .as("rightly, amount " + amount)
          .isGreaterThan(1 - 0.08 * Math.max(1, amount));
    }
  }

  private static double overlap(Anchor a, int[] truth) {
    int both = Math.min(a.end(), truth[1]) - Math.max(a.start(), truth[0]);
    int either = Math.max(a.end(), truth[1]) - Math.min(a.start(), truth[0]);
    return (double) both / either;
  }
}
