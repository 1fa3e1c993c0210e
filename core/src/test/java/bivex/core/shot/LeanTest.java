package bivex.core.shot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LeanTest {
  private static Plan plan(String method, Map<String, Object> values) {
    return MethodBook.derive(
        ShotSetting.usual(FrameRate.FILM), List.of(new MethodChoice(method, values, "")));
  }

  /** Random webs of shots, against an exhaustive walk: nothing that turns is ever let in. */
  @Test
  void noShotLeansOnItselfByWayOfOthers() {
    Random r = new Random(17);
    int refused = 0;
    for (int web = 0; web < 300; web++) {
      List<Lean> all = new ArrayList<>();
      for (int i = 0; i < 12; i++) {
        String a = "s" + r.nextInt(6);
        String b = "s" + r.nextInt(6);
        if (!a.equals(b)) {
          Lean one = new Lean(a, b, Lean.What.values()[r.nextInt(5)]);
          if (reaches(all, b, a, 0)) {
            assertThatThrownBy(() -> one.mustNotTurn(all))
                .isInstanceOf(InvalidInput.class)
                .hasMessageContaining("on: leans on this shot itself");
            refused++;
          } else {
            assertThatCode(() -> one.mustNotTurn(all)).doesNotThrowAnyException();
            all.add(one);
          }
        }
      }
    }
    assertThat(refused).isGreaterThan(100);
    assertThatThrownBy(() -> new Lean("a", "a", Lean.What.SOLVE))
        .hasMessageContaining("another shot");
  }

  private static boolean reaches(List<Lean> all, String from, String to, int deep) {
    return from.equals(to)
        || deep < 12
            && all.stream()
                .anyMatch(l -> l.shot().equals(from) && reaches(all, l.on(), to, deep + 1));
  }

  /** A solve planned on both is done twice; where only one has it nothing is. */
  @Test
  void whatIsPlannedOnBothIsSaid() {
    Plan solved = plan("G6", Map.of("camera", "moves"));
    Plan locked = plan("G6", Map.of());
    Lean lean = new Lean("a", "b", Lean.What.SOLVE);
    assertThat(lean.twice(solved, solved)).containsExactly("Camera solve");
    assertThat(lean.twice(locked, solved)).isEmpty();
    assertThat(lean.twice(solved, locked)).isEmpty();
    assertThat(new Lean("a", "b", Lean.What.MASTER).twice(solved, solved)).isEmpty();
  }

  @Test
  void whatIsTakenOverIsThereWhenItsWorkIs() {
    Plan solved = plan("G6", Map.of("camera", "moves"));
    Lean lean = new Lean("a", "b", Lean.What.SOLVE);
    assertThat(lean.there(solved, List.of(), Stage.PLANNED)).isFalse();
    assertThat(lean.there(solved, List.of(item(OwedItem.State.OWED)), Stage.SHOT)).isFalse();
    assertThat(lean.there(solved, List.of(item(OwedItem.State.IN_HAND)), Stage.SHOT)).isTrue();
    Lean master = new Lean("a", "b", Lean.What.MASTER);
    assertThat(master.there(solved, List.of(), Stage.BUILT)).isFalse();
    assertThat(master.there(solved, List.of(), Stage.DELIVERED)).isTrue();
  }

  private static OwedItem item(OwedItem.State state) {
    return new OwedItem(
        "task:G6/solve",
        OwedItem.Kind.TASK,
        "Camera solve",
        state,
        "",
        "",
        Plan.Due.BEFORE_DELIVERY,
        OwedItem.Who.ARTIST,
        1,
        OwedItem.Desk.SHOTS,
        List.of());
  }
}
