package bivex.core.tally;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.core.shot.Evidence;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Every list has what the plans have, no more and no less. */
class SheetsTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);
  private static final Costs COSTS = new Costs(50, 400, 1000.0, "EUR");
  private static final List<Screenplay.Scene> SCENES =
      ScreenplayParser.parse(
              "INT. STATION - NIGHT #4#\n\n"
                  + "A.\n\n"
                  + "EXT. PIER - DAY #5#\n\n"
                  + "B.\n\n"
                  + "EXT. SEA - DAY #6#\n\n"
                  + "C.")
          .scenes();
  private static final Instant T = Instant.parse("2026-11-24T09:00:00Z");

  private static Sheets.Shot shot(
      String code, String scene, String setup, String method, Evidence... said) {
    Plan plan = MethodBook.derive(SETTING, List.of(new MethodChoice(method, Map.of(), "")), false);
    return new Sheets.Shot(
        code,
        code,
        "Shot " + code,
        "why",
        scene,
        "words",
        List.of(MethodBook.find(method).name()),
        96,
        setup,
        setup == null ? "" : setup + " Table",
        setup == null ? null : LocalDate.of(2026, 11, 24),
        plan,
        List.of(),
        List.of(said),
        "planned",
        "Owes.");
  }

  private static List<Sheets.Shot> everyMethod() {
    List<Sheets.Shot> out = new ArrayList<>();
    MethodBook.all()
        .forEach(
            m ->
                out.add(
                    shot(
                        "TK-" + m.id(),
                        out.size() % 2 == 0 ? "4" : "5",
                        out.size() % 3 == 0 ? null : "s" + out.size() % 4,
                        m.id())));
    return out;
  }

  @Test
  void everyRowHasACellForEveryHead() {
    for (Sheets.Kind k : Sheets.Kind.values()) {
      Sheets.Table t = Sheets.of(k, SCENES, everyMethod(), COSTS);
      assertThat(t.widths()).as(t.title()).hasSameSizeAs(t.heads());
      assertThat(t.rows()).as(t.title()).isNotEmpty().allMatch(r -> r.size() == t.heads().size());
      assertThat(Sheets.of(k, List.of(), List.of(), COSTS).rows()).isEmpty();
    }
  }

  /** Scenes without shots are on the list too; the sums of the rows are those of the whole. */
  @Test
  void scenesAreAllThereAndAddUp() {
    Sheets.Table t = Sheets.of(Sheets.Kind.SCENES, SCENES, everyMethod(), COSTS);
    assertThat(t.rows()).extracting(r -> r.get(0)).containsExactly("4", "5", "6");
    int plates = everyMethod().stream().mapToInt(s -> s.plan().plates().size()).sum();
    assertThat(t.rows().stream().mapToInt(r -> Integer.parseInt(r.get(4))).sum()).isEqualTo(plates);
    assertThat(t.foot()).contains(plates + " plates").contains("over by");
    assertThat(Sheets.of(Sheets.Kind.SCENES, SCENES, everyMethod(), Costs.UNKNOWN).foot())
        .doesNotContain("EUR");
  }

  @Test
  void everyElementAndEveryCautionIsOnItsListOnce() {
    List<Sheets.Shot> all = everyMethod();
    Sheets.Table elements = Sheets.of(Sheets.Kind.ELEMENTS, SCENES, all, COSTS);
    assertThat(elements.rows())
        .filteredOn(r -> r.get(2).equals("element"))
        .hasSize(all.stream().mapToInt(s -> s.plan().elements().size()).sum());
    assertThat(elements.rows())
        .filteredOn(r -> r.get(2).equals("on set"))
        .hasSize(all.stream().mapToInt(s -> s.plan().aids().size()).sum());
    Sheets.Table cautions = Sheets.of(Sheets.Kind.CAUTIONS, SCENES, all, COSTS);
    assertThat(cautions.rows())
        .hasSize(all.stream().mapToInt(s -> s.plan().cautions().size()).sum())
        .allMatch(r -> r.get(7).equals("not signed"));
    assertThat(cautions.rows()).extracting(r -> r.get(0)).isSorted();
  }

  /** Common practice, no source: a part is a costume, and every part but the first is a change. */
  @Test
  void theWardrobeHasARowForEachPartAndWhatWasSaidLast() {
    Sheets.Shot two =
        shot(
            "TK-04-010",
            "4",
            "s1",
            "A1",
            new Evidence("datum:wardrobe", Evidence.Kind.SETTLED, "buttoned; open", T),
            new Evidence(
                "datum:wardrobe", Evidence.Kind.SETTLED, "hat; no hat", T.plusSeconds(60)));
    Sheets.Table t =
        Sheets.of(
            Sheets.Kind.WARDROBE, SCENES, List.of(two, shot("TK-05-010", "5", null, "B1")), COSTS);
    assertThat(t.rows())
        .hasSize(2)
        .allMatch(r -> r.get(1).equals("TK-04-010") && r.get(8).equals("hat; no hat"));
    assertThat(t.rows())
        .extracting(r -> r.get(7))
        .containsExactly("worn first", "change before it");
  }

  @Test
  void aSignatureStandsBesideItsCaution() {
    Plan plan = MethodBook.derive(SETTING, List.of(new MethodChoice("E2", Map.of(), "")), false);
    String key = plan.cautions().get(0).key();
    Sheets.Shot pistol =
        shot(
            "TK-06-010",
            "5",
            "s2",
            "E2",
            new Evidence(
                key,
                Evidence.Kind.SETTLED,
                "checked",
                T,
                new Evidence.Signature("R. Ekholm", "armourer", LocalDate.of(2026, 11, 23)),
                null));
    assertThat(Sheets.of(Sheets.Kind.CAUTIONS, SCENES, List.of(pistol), COSTS).rows())
        .anyMatch(r -> r.get(7).equals("R. Ekholm, armourer, 2026-11-23"));
  }
}
