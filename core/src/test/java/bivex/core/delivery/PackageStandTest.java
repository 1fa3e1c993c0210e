package bivex.core.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Invented packages; the rules follow from what each word means. */
class PackageStandTest {
  private static final Instant T = Instant.parse("2031-05-04T10:00:00Z");
  private static final List<String> FILES = List.of("a.mov", "b.mov", "c.mov");

  private static Instant day(double days) {
    return T.plusSeconds(Math.round(days * 86_400));
  }

  private static PackageStand.Answer yes(String file, double day) {
    return new PackageStand.Answer(file, true, "receipt", day(day));
  }

  private static PackageStand.Answer no(String file, double day) {
    return new PackageStand.Answer(file, false, "cut off", day(day));
  }

  private static PackageStand at(
      double day, List<PackageStand.Handed> handed, List<PackageStand.Answer> answers) {
    return PackageStand.of(FILES, handed, answers, 2, day(day));
  }

  @Test
  void aPackageGoesFileByFileFromPackedToAccepted() {
    PackageStand.Handed all = new PackageStand.Handed(T, FILES);
    assertThat(at(0, List.of(), List.of()).state()).isEqualTo(PackageStand.State.PACKED);
    PackageStand waits = at(1.5, List.of(all), List.of());
    assertThat(waits.state()).isEqualTo(PackageStand.State.WAITS);
    assertThat(waits.late()).isFalse();
    PackageStand late = at(3, List.of(all), List.of());
    assertThat(late.words())
        .isEqualTo(
            "handed over, no answer yet: handed over 3 days ago, an answer usually takes 2 days");
    assertThat(late.action()).isEqualTo("Ask for the answer.");
    List<PackageStand.Answer> said = new ArrayList<>(List.of(yes("a.mov", 1), no("b.mov", 1)));
    PackageStand part = at(1.2, List.of(all), said);
    assertThat(part.words()).isEqualTo("of 3 files 1 accepted, 1 refused, 1 without an answer");
    assertThat(part.open()).containsExactly("b.mov");
    assertThat(part.waiting()).containsExactly("c.mov");
    PackageStand.Handed again = new PackageStand.Handed(day(1.3), List.of("b.mov"));
    PackageStand waitsAgain = at(1.4, List.of(all, again), said);
    assertThat(waitsAgain.words())
        .as("what went again waits again, what was accepted stays")
        .isEqualTo("of 3 files 1 accepted, 2 without an answer");
    said.add(yes("b.mov", 1.5));
    said.add(yes("c.mov", 1.5));
    PackageStand done = at(9, List.of(all, again), said);
    assertThat(done.state()).isEqualTo(PackageStand.State.ACCEPTED);
    assertThat(done.late()).isFalse();
    assertThat(done.open()).isEmpty();
    assertThat(at(9, List.of(all), List.of(no("a.mov", 1), no("b.mov", 1), no("c.mov", 1))).state())
        .isEqualTo(PackageStand.State.REFUSED);
  }

  @Test
  void everyFileStandsInOnePlaceWhateverHappened() {
    Random random = new Random(7);
    for (int i = 0; i < 2000; i++) {
      List<PackageStand.Handed> handed = new ArrayList<>();
      List<PackageStand.Answer> said = new ArrayList<>();
      for (int k = random.nextInt(6); k > 0; k--) {
        String f = FILES.get(random.nextInt(3));
        Instant when = T.plus(Duration.ofHours(random.nextInt(100)));
        if (random.nextBoolean()) {
          handed.add(new PackageStand.Handed(when, List.of(f)));
        } else {
          said.add(new PackageStand.Answer(f, random.nextBoolean(), "w", when));
        }
      }
      PackageStand s = PackageStand.of(FILES, handed, said, 2, T.plus(Duration.ofDays(9)));
      assertThat(s.files()).extracting(PackageStand.FileStand::file).isEqualTo(FILES);
      assertThat(s.state() == PackageStand.State.ACCEPTED)
          .isEqualTo(s.open().isEmpty() && s.waiting().isEmpty())
          .isEqualTo(Boolean.TRUE.equals(s.accepted()));
      assertThat(s.open().stream().filter(s.waiting()::contains)).isEmpty();
      assertThat(s.open().size() + s.waiting().size())
          .isEqualTo(s.files().stream().filter(f -> !Boolean.TRUE.equals(f.accepted())).count());
      if (s.late()) {
        assertThat(s.words()).contains("usually takes");
      }
    }
  }

  @Test
  void howLongAnAnswerTakesIsSaidOrLearnedOrTheTradesOwn() {
    assertThat(PackageStand.usual(5.0, List.of(1.0, 1.0, 1.0))).isEqualTo(5);
    assertThat(PackageStand.usual(null, List.of(9.0, 9.0))).isEqualTo(PackageStand.USUAL_DAYS);
    assertThat(PackageStand.usual(null, List.of(9.0, 1.0, 3.0))).isEqualTo(3);
    assertThat(PackageStand.usual(null, List.of(9.0, 1.0, 3.0, 4.0))).isEqualTo(3.5);
  }
}
