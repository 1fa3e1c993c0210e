package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.optics.Raster;
import bivex.core.shoot.MatchRule;
import bivex.core.time.FrameRate;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Any two methods on one shot: what is shared, what adds up, and what cannot both be. */
class CombinationTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.PAL, Raster.UHD, Raster.HD, 1001, 150, 8, 36, 50);

  /** Minutes of changes of clothes that a pair may need more than each alone. */
  private static final double CLOTHES = 45;

  private static Plan plan(MethodChoice... choices) {
    return MethodBook.derive(SETTING, List.of(choices));
  }

  private static MethodChoice of(String id, Object... pairs) {
    Map<String, Object> values = new java.util.HashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      values.put((String) pairs[i], pairs[i + 1]);
    }
    return new MethodChoice(id, values, "");
  }

  private static Set<String> plates(Plan p) {
    return p.plates().stream().map(Plan.Plate::key).collect(Collectors.toSet());
  }

  @Test
  void everyPairSharesWhatIsTheSameAndAddsUpWhatIsNot() {
    for (Method a : MethodBook.all()) {
      Plan alone = plan(of(a.id()));
      for (Method b : MethodBook.all()) {
        if (a == b) {
          continue;
        }
        String pair = a.id() + " and " + b.id();
        Plan other = plan(of(b.id()));
        Plan both = plan(of(a.id()), of(b.id()));
        Set<String> union = new HashSet<>(plates(alone));
        union.addAll(plates(other));
        assertThat(plates(both)).as(pair).isEqualTo(union);
        assertThat(both.plates()).extracting(Plan.Plate::key).doesNotHaveDuplicates();
        assertThat(both.plates())
            .filteredOn(p -> p.key().equals("plate:clean"))
            .hasSizeLessThanOrEqualTo(1);
        EnumSet<MatchRule> rules = EnumSet.noneOf(MatchRule.class);
        rules.addAll(alone.matchSet().rules());
        rules.addAll(other.matchSet().rules());
        assertThat(both.matchSet().rules()).as(pair).containsExactlyInAnyOrderElementsOf(rules);
        assertThat(both.layers()).extracting(Plan.Layer::letter).doesNotHaveDuplicates();
        assertThat(both.layers()).extracting(Plan.Layer::key).doesNotHaveDuplicates();
        assertThat(both.effort().mean())
            .as(pair)
            .isCloseTo(alone.effort().mean() + other.effort().mean(), within(1e-9));
        // A plate that both want is shot once.
        assertThat(both.setMinutes())
            .as(pair)
            .isBetween(
                Math.max(alone.setMinutes(), other.setMinutes()) - 1e-9,
                alone.setMinutes() + other.setMinutes() + CLOTHES + 1e-9);
        assertThat(both.checks())
            .as(pair)
            .noneMatch(c -> c.grade() != Plan.Grade.HOLDS && c.remedy().isBlank());
        assertThat(both.cautions())
            .extracting(Plan.Caution::key)
            .containsAll(other.cautions().stream().map(Plan.Caution::key).toList());
        assertThat(both.sketch()).as(pair).hasSize(150);
      }
    }
  }

  /** A list of shots asks for no pictures; all else is the same. */
  @Test
  void withoutPicturesNothingElseIsMissing() {
    for (Method m : MethodBook.all()) {
      Plan full = plan(of(m.id()));
      Plan bare = MethodBook.derive(SETTING, List.of(of(m.id())), false);
      assertThat(bare.sketch()).isEmpty();
      assertThat(bare.drawings()).isEmpty();
      assertThat(
              List.of(
                  bare.layers(),
                  bare.plates(),
                  bare.checks(),
                  bare.tasks(),
                  bare.cameraBrief(),
                  bare.elements(),
                  bare.cautions()))
          .as(m.id())
          .isEqualTo(
              List.of(
                  full.layers(),
                  full.plates(),
                  full.checks(),
                  full.tasks(),
                  full.cameraBrief(),
                  full.elements(),
                  full.cautions()));
    }
  }

  /** The same two methods the other way round owe the same. */
  @Test
  void theOrderOfMethodsChangesTheStackNotTheDebt() {
    Plan ab = plan(of("B3"), of("E2"));
    Plan ba = plan(of("E2"), of("B3"));
    assertThat(plates(ab)).isEqualTo(plates(ba));
    assertThat(ab.tasks().stream().collect(Collectors.toMap(Plan.Task::key, Plan.Task::units)))
        .isEqualTo(ba.tasks().stream().collect(Collectors.toMap(Plan.Task::key, Plan.Task::units)));
    assertThat(ab.checks())
        .extracting(Plan.Check::key)
        .containsExactlyInAnyOrderElementsOf(ba.checks().stream().map(Plan.Check::key).toList());
    assertThat(ab.layers())
        .extracting(Plan.Layer::key)
        .isNotEqualTo(ba.layers().stream().map(Plan.Layer::key).toList());
  }

  @Test
  void theStricterOfTwoNumbersIsKeptWhicheverComesFirst() {
    for (boolean turned : new boolean[] {false, true}) {
      MethodChoice wide = of("E2", "fNumber", 2.8, "iso", 800);
      MethodChoice small = of("B1", "fNumber", 11, "iso", 200);
      Plan p = turned ? plan(small, wide) : plan(wide, small);
      assertThat(line(p, "fNumber")).isEqualTo("f/11");
      assertThat(line(p, "iso")).isEqualTo("200");
      assertThat(p.checks())
          .filteredOn(c -> c.key().startsWith("check:stricter-"))
          .hasSize(2)
          .allMatch(c -> c.grade() == Plan.Grade.DOUBTFUL);
    }
    assertThat(plan(of("E2"), of("B1")).checks())
        .noneMatch(c -> c.key().startsWith("check:stricter-"));
  }

  @Test
  void whatCannotBothBeComesWithAWayOut() {
    assertThat(remedy(plan(of("A1"), of("A3")), "head")).contains("two shots");
    assertThat(remedy(plan(of("A1"), of("C3")), "rate")).contains("faster rate");
    assertThat(
            remedy(
                plan(of("A1", "shutterDegrees", 180), of("B1", "shutterDegrees", 45)), "shutter"))
        .contains("two plates");
    assertThat(remedy(plan(of("A1", "focalMm", 35), of("B1", "focalMm", 50)), "focalMm"))
        .contains("One focal length");
    assertThat(remedy(plan(of("A1", "whiteK", 4300), of("B1", "whiteK", 5600)), "whiteK"))
        .contains("One white balance");
    // A plate shot by itself has a camera of its own and quarrels with nobody.
    assertThat(plan(of("A1"), of("F4", "capture", "100", "focalMm", 100)).checks())
        .noneMatch(c -> c.key().startsWith("check:conflict-"));
    assertThatThrownBy(() -> plan(of("A1"), of("A1"))).hasMessageContaining("stands there twice");
  }

  /**
   * Every method twice: the first use owes what it owes alone, under the keys it has alone; the
   * second owes its own; what is played and the empty set are shot once; and the second keeps its
   * keys when the first goes.
   */
  @Test
  void everyMethodMayBeUsedTwiceAndNeitherLosesAnything() {
    for (Method m : MethodBook.all()) {
      Plan alone = plan(of(m.id()));
      MethodChoice again = new MethodChoice(m.id(), 2, "the mug", Map.of(), "", List.of());
      Plan both = plan(of(m.id()), again);
      Plan left = plan(again);
      assertThat(keys(both)).as(m.id()).doesNotHaveDuplicates().containsAll(keys(alone));
      assertThat(keys(both)).as(m.id()).containsAll(keys(left));
      assertThat(both.effort().mean())
          .as(m.id())
          .isCloseTo(alone.effort().mean() * 2, within(1e-9));
      Set<String> shared = new HashSet<>(plates(alone));
      shared.retainAll(plates(left));
      assertThat(shared)
          .as(m.id())
          .allMatch(k -> k.equals("plate:clean") || k.startsWith("plate:performance-"));
      assertThat(both.plates()).hasSize(2 * alone.plates().size() - shared.size());
      assertThat(both.elements()).hasSize(2 * alone.elements().size());
      // What settles a layer is there.
      Set<String> there = new HashSet<>(keys(both));
      Set<String> settled =
          alone.layers().stream().map(Plan.Layer::settledBy).collect(Collectors.toSet());
      if (keys(alone).containsAll(settled)) {
        assertThat(there)
            .as(m.id())
            .containsAll(both.layers().stream().map(Plan.Layer::settledBy).toList());
      }
      // What lies under the grade alone lies under it twice.
      List<String> once = alone.layers().stream().map(Plan.Layer::key).toList();
      List<String> twice = both.layers().stream().map(Plan.Layer::key).toList();
      assertThat((long) twice.indexOf("layer:grade"))
          .as(m.id())
          .isEqualTo(
              twice.stream().filter(k -> under(once, k, m.id())).count()
                  - (once.contains("layer:grade") ? 0 : 1));
      assertThat(left.elements()).allMatch(e -> e.label().endsWith(", the mug"));
    }
  }

  private static boolean under(List<String> once, String key, String method) {
    int at =
        Math.max(
            once.indexOf(key.replace(method + ".2/", method + "/")),
            once.indexOf(key.replace(method + ".2/", "")));
    return once.contains("layer:grade") && at >= 0 && at < once.indexOf("layer:grade");
  }

  /** What differs in a second use is a second thing, what is the same is one. */
  @Test
  void twoElementsOfOneShotKeepBothTheirAidsAndCautions() {
    Plan p =
        plan(
            of("F4", "matter", "dust"),
            new MethodChoice("F4", 2, "oil", Map.of("matter", "fire bar"), "", List.of()),
            new MethodChoice("F4", 3, "", Map.of("matter", "fire bar"), "", List.of()));
    assertThat(p.cautions()).as("each fire is signed").hasSize(3);
    assertThat(p.aids()).extracting(Plan.Aid::label).doesNotHaveDuplicates();
    assertThat(p.elements()).extracting(Plan.Element::key).doesNotHaveDuplicates().hasSize(3);
    assertThat(MethodChoice.numbered(List.of(unnumbered("F4"), of("F4"), unnumbered("F4"))))
        .extracting(MethodChoice::use)
        .containsExactly(2, 1, 3);
  }

  private static MethodChoice unnumbered(String id) {
    return new MethodChoice(id, null, null, Map.of(), "", null);
  }

  private static List<String> keys(Plan p) {
    return java.util.stream.Stream.of(
            p.plates().stream().map(Plan.Plate::key),
            p.elements().stream().map(Plan.Element::key),
            p.tasks().stream().map(Plan.Task::key),
            p.data().stream().map(Plan.Datum::key),
            p.aids().stream().map(Plan.Aid::key),
            p.cautions().stream().map(Plan.Caution::key),
            p.layers().stream().map(Plan.Layer::key))
        .flatMap(k -> k)
        .toList();
  }

  private static String remedy(Plan p, String property) {
    return p.checks().stream()
        .filter(c -> c.key().equals("check:conflict-" + property))
        .findFirst()
        .orElseThrow()
        .remedy();
  }

  private static String line(Plan p, String property) {
    return p.cameraBrief().stream()
        .filter(b -> b.property().equals(property))
        .findFirst()
        .orElseThrow()
        .value();
  }
}
