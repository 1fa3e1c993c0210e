package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import bivex.core.cue.CueFinder;
import bivex.core.cue.CueWords;
import bivex.core.script.Revision.Carried;
import bivex.core.script.Revision.Standing;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** The ends of marks, and what writers do to scenes. */
@Tag("sweep")
class RevisionEdgesTest {
  private static Carried carry(String old, String now, String words) {
    int at = old.indexOf(words);
    return new Revision(old, ScreenplayParser.parse(old), now, ScreenplayParser.parse(now))
        .carry(Anchor.on(old, at, at + words.length()));
  }

  private static String scene(String body) {
    return "INT. STATION - NIGHT #1#\n\n" + body + "\n";
  }

  @Test
  void aDraftAgainstItselfChangesNothing() {
    Random random = new Random(21);
    Revisions r = Revisions.invented(random, 20, 8);
    String source = r.source();
    Revision same =
        new Revision(
            source, ScreenplayParser.parse(source), source, ScreenplayParser.parse(source));
    for (Revisions.Mark m : r.marks(source, 200)) {
      Carried c = same.carry(m.anchor());
      assertThat(c.standing()).isEqualTo(Standing.UNCHANGED);
      assertThat(c.anchor()).isEqualTo(m.anchor());
    }
    assertThat(same.scenes())
        .hasSize(20)
        .allMatch(s -> s.kind() == Revision.SceneKind.SAME && !s.moved() && !s.renumbered());
  }

  @Test
  void punctuationMarkupAndNotesAtTheEndsGoAlong() {
    String old = scene("She says \"wait\" and leaps, twice. He *nods* [[slowly]] at it.");
    assertThat(carry(old, "Title: X\n\n" + old, "\"wait\"").anchor().excerpt())
        .isEqualTo("\"wait\"");
    assertThat(
            carry(
                    old,
                    scene("Rain. She says \"wait\" and leaps, twice. He *nods* [[slowly]] at it."),
                    "leaps, twice.")
                .anchor()
                .excerpt())
        .isEqualTo("leaps, twice.");
    // Only the emphasis changed: the words are the same.
    assertThat(
            carry(
                    old,
                    scene("She says \"wait\" and leaps, twice. He nods at it."),
                    "He *nods* [[slowly]] at it.")
                .standing())
        .isEqualTo(Standing.UNCHANGED);
  }

  @Test
  void partOfAWordStaysThatPart() {
    String old = scene("The shutterdogs swing and the lamp goes out.");
    Carried c =
        carry(old, scene("Dark. The shutterdogs swing and the lamp goes out."), "dogs swing");
    assertThat(c.anchor().excerpt()).isEqualTo("dogs swing");
    assertThat(c.standing()).isEqualTo(Standing.UNCHANGED);
  }

  @Test
  void wordsPutForTheFirstAndTheLastAreInIt() {
    String old =
        scene("Ines turns. The brass lamp swings over the wet table and stops. She waits.");
    Carried c =
        carry(
            old,
            scene("Ines turns. The tin lamp swings over the wet bench and stops. She waits."),
            "brass lamp swings over the wet table");
    assertThat(c.standing()).isEqualTo(Standing.REWORDED);
    assertThat(c.anchor().excerpt()).isEqualTo("tin lamp swings over the wet bench");
    assertThat(c.kept()).isBetween(0.3, 0.9);
  }

  @Test
  void aMarkOverTwoParagraphsSpansWhatIsBetween() {
    String old = scene("The bell rings twice over the water.\n\nNobody moves on the quay tonight.");
    Carried c =
        carry(
            old,
            scene(
                "The bell rings twice over the water.\n\n"
                    + "A gull.\n\n"
                    + "Nobody moves on the quay tonight."),
            "twice over the water.\n\nNobody moves");
    assertThat(c.anchor().excerpt()).isEqualTo("twice over the water.\n\nA gull.\n\nNobody moves");
    assertThat(c.standing()).isEqualTo(Standing.REWORDED);
  }

  @Test
  void aSceneThatIsSplitTakesItsMarksApart() {
    String old =
        scene(
            "The bell rings twice over the black water.\n\n"
                + "The signal flags vanish from the line.\n\n"
                + "She counts them where they were and gets it wrong.");
    String now =
        "INT. STATION - NIGHT #1#\n\n"
            + "The bell rings twice over the black water.\n\n"
            + "EXT. PIER - NIGHT #2#\n\n"
            + "The signal flags vanish from the line.\n\n"
            + "She counts them where they were and gets it wrong.\n";
    Revision r = new Revision(old, ScreenplayParser.parse(old), now, ScreenplayParser.parse(now));
    List<Revision.SceneChange> scenes = r.scenes();
    assertThat(scenes)
        .extracting(Revision.SceneChange::kind)
        .containsExactlyInAnyOrder(Revision.SceneKind.CHANGED, Revision.SceneKind.ADDED);
    Carried c = carry(old, now, "The signal flags vanish from the line.");
    assertThat(c.standing()).isIn(Standing.MOVED, Standing.UNCHANGED);
    assertThat(c.anchor().excerpt()).isEqualTo("The signal flags vanish from the line.");
  }

  @Test
  void renumberingAndRenamingASceneMovesNothing() {
    String old =
        scene("The signal flags vanish from the line.")
            + "\nEXT. PIER - DAY #2#\n\nA gull on the bollard looks at her.\n";
    String now =
        old.replace("#1#", "#1A#")
            .replace("#2#", "#3#")
            .replace("EXT. PIER - DAY", "EXT. THE LONG PIER - DUSK");
    assertThat(carry(old, now, "A gull on the bollard").standing()).isEqualTo(Standing.UNCHANGED);
    List<Revision.SceneChange> scenes =
        new Revision(old, ScreenplayParser.parse(old), now, ScreenplayParser.parse(now)).scenes();
    assertThat(scenes)
        .allMatch(Revision.SceneChange::renumbered)
        .noneMatch(Revision.SceneChange::moved);
    assertThat(scenes.get(1).rows())
        .filteredOn(x -> x.kind() != Revision.RowKind.SAME)
        .singleElement()
        .matches(x -> x.kind() == Revision.RowKind.CHANGED);
  }

  /**
   * The fewest scenes are said to have moved: the one that was carried to the end, not the ten it
   * passed.
   */
  @Test
  void onlyWhatWasMovedIsSaidToHaveMoved() {
    Revisions r = Revisions.invented(new Random(22), 12, 5);
    String old = r.source();
    Revisions.Scene first = r.scenes.remove(1);
    r.scenes.add(first);
    String now = r.source();
    List<Revision.SceneChange> moved =
        new Revision(old, ScreenplayParser.parse(old), now, ScreenplayParser.parse(now))
            .scenes().stream().filter(Revision.SceneChange::moved).toList();
    assertThat(moved).singleElement().matches(s -> s.now().heading().equals(first.heading));
  }

  @Test
  void wordsThatCameToStandInTwoPlacesAreAsked() {
    String line = "The signal flags vanish from the line one after another.";
    String old =
        scene(line + "\n\nShe waits by the stove a while.")
            + "\nEXT. PIER - DAY #2#\n\nNothing at all happens here today.\n";
    String now =
        scene("She waits by the stove a while.")
            + "\nEXT. PIER - DAY #2#\n\n"
            + line
            + "\n\nNothing at all happens here today.\n\nEXT. BOAT - DAY #3#\n\n"
            + line
            + "\n";
    Carried c = carry(old, now, line);
    assertThat(c.standing()).isEqualTo(Standing.ASKED);
    assertThat(c.reason()).contains("scene 2").contains("scene 3");
  }

  /**
   * Texts made to take for ever: equal words, equal scenes, one endless sentence. Half a minute is
   * a hundred times what they take.
   */
  @Test
  void textsMadeToTakeForEverAreReadOrRefused() {
    String words = "INT. A - DAY\n\n" + "light goes ".repeat(60_000) + "\n";
    String scenes = "INT. A - DAY\n\nShe waits there.\n\n".repeat(4_500);
    assertTimeoutPreemptively(
        Duration.ofSeconds(30),
        () -> {
          for (String s : List.of(words, scenes)) {
            Screenplay play = ScreenplayParser.parse(s);
            Revision r =
                new Revision(
                    s,
                    play,
                    "EXT. B - DAY\n\nNew.\n\n" + s,
                    ScreenplayParser.parse("EXT. B - DAY\n\nNew.\n\n" + s));
            Anchor mark = Anchor.on(s, 14, 27);
            assertThat(r.carry(mark).anchor().excerpt()).isEqualTo(mark.excerpt());
            assertThat(CueFinder.find(play, CueWords.SHIPPED_ONLY)).hasSizeLessThan(10_000);
          }
          assertThat(
                  ScriptImport.text(
                          " ".repeat(20)
                              + "INT. A - DAY\n"
                              + (" ".repeat(20) + "x" + " ".repeat(3000) + "y\n").repeat(200))
                      .source())
              .contains("INT. A");
        });
    assertThatThrownBy(() -> ScreenplayParser.parse("INT. A - DAY\n\n".repeat(5_001)))
        .hasMessageContaining("more than 5000 scenes");
  }
}
