package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.time.FrameRange;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** A note is carried until who gave it is satisfied. */
class NoteStandTest {
  private static final Instant T = Instant.parse("2026-12-07T09:00:00Z");
  private static final NoteWord.Note NOTE = new NoteWord.Note(2, new FrameRange(1012, 9), "mara");
  private static final FrameRange WHOLE = new FrameRange(1001, 96);

  private final List<NoteWord> said = new ArrayList<>();

  private NoteStand now() {
    return NoteStand.of(said);
  }

  private void say(NoteWord.Kind kind, Integer version, FrameRange frames, String words) {
    said.add(
        NoteWord.of(kind, NOTE, now(), version, frames, words, "wren", T.plusSeconds(said.size())));
  }

  private String field(NoteWord.Kind kind, Integer version, FrameRange frames, String words) {
    try {
      say(kind, version, frames, words);
      return "";
    } catch (InvalidInput e) {
      return e.field();
    }
  }

  @Test
  void anAnswerClosesNothing() {
    assertThat(now().open()).isTrue();
    say(NoteWord.Kind.TAKEN, null, null, "");
    say(NoteWord.Kind.ANSWERED, 3, WHOLE, "warmer");
    assertThat(now().open()).isFalse();
    assertThat(now().carried()).as("until it is confirmed").isTrue();
    say(NoteWord.Kind.AGAIN, null, null, "too warm now");
    assertThat(now().open()).isTrue();
    say(NoteWord.Kind.ANSWERED, 4, WHOLE, "");
    assertThat(now().again()).isFalse();
    say(NoteWord.Kind.CONFIRMED, null, null, "");
    assertThat(now()).isEqualTo(new NoteStand(NoteStand.State.CONFIRMED, 4, 2));
    assertThat(now().carried()).isFalse();
    // It may turn out later that it was not.
    say(NoteWord.Kind.AGAIN, null, null, "seen on the large screen");
    assertThat(now().carried()).isTrue();
    say(NoteWord.Kind.ANSWERED, 5, WHOLE, "");
    assertThat(now().again()).as("the third time").isTrue();
  }

  @Test
  void aWordMoreOnAnAnswerIsNoRound() {
    say(NoteWord.Kind.ANSWERED, 3, WHOLE, "warmer");
    say(NoteWord.Kind.ANSWERED, 4, WHOLE, "and the edge");
    assertThat(now().rounds()).isEqualTo(1);
    assertThat(now().answeredIn()).isEqualTo(4);
    say(NoteWord.Kind.AGAIN, null, null, "the edge still swims");
    say(NoteWord.Kind.TAKEN, null, null, "");
    say(NoteWord.Kind.ANSWERED, 5, WHOLE, "");
    assertThat(now().rounds()).isEqualTo(2);
  }

  @Test
  void anAnswerIsInANewerVersionThatHasTheFrames() {
    assertThat(field(NoteWord.Kind.ANSWERED, 2, WHOLE, "")).isEqualTo("version");
    assertThat(field(NoteWord.Kind.ANSWERED, null, WHOLE, "")).isEqualTo("version");
    assertThat(field(NoteWord.Kind.ANSWERED, 3, new FrameRange(1001, 12), "")).isEqualTo("version");
    assertThat(field(NoteWord.Kind.ANSWERED, 3, new FrameRange(1013, 80), "")).isEqualTo("version");
    assertThat(field(NoteWord.Kind.CONFIRMED, null, null, "")).isEqualTo("kind");
    assertThat(field(NoteWord.Kind.WITHDRAWN, null, null, " ")).isEqualTo("words");
    assertThat(field(NoteWord.Kind.ANSWERED, 3, new FrameRange(1012, 9), "")).isEmpty();
    assertThat(field(NoteWord.Kind.AGAIN, null, null, "")).isEqualTo("words");
    assertThatThrownBy(() -> say(null, null, null, "")).isInstanceOf(InvalidInput.class);
  }

  /** Whatever is said, nobody but who gave it or the producer ends a note. */
  @Test
  void onlyWhoGaveItEndsIt() {
    Random random = new Random(21);
    for (int i = 0; i < 500; i++) {
      said.clear();
      for (int n = 0; n < 12; n++) {
        NoteWord.Kind kind = NoteWord.Kind.values()[random.nextInt(5)];
        Role role = Role.values()[random.nextInt(Role.values().length)];
        String me = random.nextInt(4) == 0 ? "mara" : "wren";
        boolean was = now().carried();
        boolean seen = random.nextInt(3) > 0;
        if (NoteWord.refused(kind, NOTE, role, me, seen).isEmpty()) {
          field(kind, 3 + n, WHOLE, "because");
        }
        if (was && !now().carried()) {
          assertThat(me.equals("mara") || role == Role.PRODUCER).as(said.toString()).isTrue();
          assertThat(seen || kind == NoteWord.Kind.WITHDRAWN).as("nobody judges unseen").isTrue();
        }
      }
      String all =
          said.stream().map(w -> w.kind().name().substring(0, 2)).collect(Collectors.joining());
      // Answers in a row are one.
      assertThat(now().rounds())
          .isEqualTo(all.replaceAll("(AN)+", "-").replaceAll("[^-]", "").length());
    }
  }
}
