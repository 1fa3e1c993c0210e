package bivex.core.tally;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.rescue.Rescue;
import bivex.core.shoot.DayTerms;
import bivex.core.shoot.WantedLight;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What must hold of the list of pick-ups whatever has to be picked up. */
class PickUpsTest {
  @Test
  void everyPlateIsThereOnceAndNoPlaceIsGoneToTwice() {
    Random dice = new Random(4);
    for (int round = 0; round < 50; round++) {
      List<PickUps.Item> items = new ArrayList<>();
      for (int i = 0; i < dice.nextInt(40); i++) {
        items.add(
            item(
                "TK-" + i,
                "place " + dice.nextInt(3),
                WantedLight.values()[dice.nextInt(5)],
                "coat " + dice.nextInt(2),
                dice.nextInt(2) * 15 + 35 + " mm"));
      }
      List<PickUps.Group> groups = PickUps.groups(items);
      assertThat(groups.stream().flatMap(g -> g.items().stream()))
          .containsExactlyInAnyOrderElementsOf(items);
      Set<String> left = new HashSet<>();
      String here = "";
      for (PickUps.Group g : groups) {
        assertThat(g.minutes()).isEqualTo(g.items().size() * 4.0);
        assertThat(g.items())
            .allMatch(i -> i.place().equals(g.place()) && i.light().words().equals(g.light()))
            .allMatch(i -> i.costume().equals(g.costume()) && i.lens().equals(g.lens()));
        // Left for good: place, light within it, costume within that, lens within that.
        String at = g.place() + "|" + g.light() + "|" + g.costume() + "|" + g.lens();
        String[] now = at.split("\\|");
        String[] was = here.isEmpty() ? new String[4] : here.split("\\|");
        StringBuilder nowAt = new StringBuilder();
        StringBuilder wasAt = new StringBuilder();
        for (int k = 0; k < 4; k++) {
          nowAt.append(now[k]).append('|');
          wasAt.append(was[k]).append('|');
          if (!nowAt.toString().equals(wasAt.toString())) {
            assertThat(left).doesNotContain(nowAt.toString());
            left.add(wasAt.toString());
          }
        }
        here = at;
      }
      Sheets.Table t = PickUps.table(groups);
      assertThat(t.rows()).hasSameSizeAs(items).allMatch(r -> r.size() == t.heads().size());
      assertThat(t.widths()).hasSameSizeAs(t.heads());
    }
    assertThat(PickUps.table(List.of()).foot()).contains("still has its set");
  }

  @Test
  void whatStillHasItsSetAndItsDayIsNoPickUp() {
    LocalDate day = LocalDate.of(2026, 5, 4);
    Instant noon = Instant.parse("2026-05-04T12:00:00Z");
    Instant night = Instant.parse("2026-05-04T18:00:01Z");
    assertThat(PickUps.due(null, DayTerms.PLAIN, day, noon)).isFalse();
    assertThat(PickUps.due(null, DayTerms.PLAIN, day, night)).isTrue();
    assertThat(PickUps.due(noon, DayTerms.PLAIN, day, noon)).isTrue();
  }

  private static PickUps.Item item(
      String code, String place, WantedLight light, String costume, String lens) {
    return new PickUps.Item(
        code,
        code,
        "",
        "plate:clean",
        "Clean plate",
        "",
        "1 Wall",
        place,
        light,
        costume,
        lens,
        4,
        1,
        4,
        "owed",
        "",
        List.of(new Rescue.Setting("stop", "f/4")));
  }
}
