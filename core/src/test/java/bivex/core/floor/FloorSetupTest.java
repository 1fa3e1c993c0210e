package bivex.core.floor;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.floor.FloorSetup.Entry;
import bivex.core.floor.FloorSetup.Made;
import bivex.core.floor.FloorSetup.MatchSet;
import bivex.core.floor.FloorSetup.Plate;
import bivex.core.floor.FloorSetup.Touched;
import bivex.core.optics.Raster;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.Take.Call;
import bivex.core.shoot.TakeCheck;
import bivex.core.shot.OwedItem.State;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

class FloorSetupTest {
  private static final MatchGuard.Optics OPTICS = new MatchGuard.Optics(Raster.UHD, 36, 5.0);
  private static final MatchSet SET =
      new MatchSet(
          "s",
          Set.of("plate:performance-1", "plate:performance-2", "plate:clean"),
          EnumSet.of(MatchRule.SAME, MatchRule.HELD),
          OPTICS,
          null);

  private static CameraData camera(double iso) {
    return new CameraData(
        "K1",
        "prime",
        35.0,
        5.6,
        0.02,
        iso,
        5600.0,
        false,
        false,
        2.6,
        false,
        FrameRate.FILM,
        Raster.UHD,
        1.4,
        0.0,
        2.6);
  }

  private static Made take(String id, String plate, int number, long at, double iso, Call call) {
    return new Made(id, "s", plate, number, "01:00:10:00", at, camera(iso), 0, call, false);
  }

  private static FloorSetup setup(List<Plate> plates, List<Made> takes, List<Touched> touches) {
    return new FloorSetup(
        FrameRate.FILM, "10:00:00:00", plates, List.of(SET), takes, touches, Set.of(), false);
  }

  private static final List<Plate> OWED =
      List.of(
          new Plate("s", "plate:performance-1", State.OWED, 1, PlateTerms.NONE),
          new Plate("s", "plate:performance-2", State.OWED, 1, PlateTerms.NONE),
          new Plate("s", "plate:clean", State.OWED, 1, PlateTerms.NONE));

  private static State state(FloorSetup s, String plate) {
    return s.plates().stream().filter(p -> p.key().equals(plate)).findFirst().orElseThrow().state();
  }

  @Test
  void aDayWithoutALineIsCountedAndJudgedOnTheDevice() {
    FloorSetup empty = setup(OWED, List.of(), List.of());
    assertThat(empty.nextIn()).isEqualTo("10:00:00:00");
    assertThat(empty.first()).get().extracting(Plate::key).isEqualTo("plate:performance-1");
    List<Entry> written = new ArrayList<>();
    written.add(new Entry.Logged(take("a", "plate:performance-1", 1, 10, 400, Call.NONE)));
    FloorSetup one = empty.merge(written);
    assertThat(one.first())
        .as("the clean plate must not be forgotten once something was shot")
        .get()
        .extracting(Plate::key)
        .isEqualTo("plate:clean");
    assertThat(one.nextIn()).isEqualTo("01:00:10:01");
    assertThat(one.references()).extracting(Made::id).containsExactly("a");

    written.add(new Entry.Logged(take("b", "plate:performance-1", 2, 20, 400, Call.NONE)));
    written.add(new Entry.Called("b", Call.PICK));
    FloorSetup two = empty.merge(written);
    assertThat(two.references()).extracting(Made::id).containsExactly("b");
    assertThat(state(two, "plate:performance-1")).isEqualTo(State.IN_HAND);
    assertThat(two.plates().get(0).nextTake()).isEqualTo(3);
    assertThat(two.plates().get(1).nextTake()).isEqualTo(1);

    written.add(new Entry.Called("b", Call.NONE));
    assertThat(state(empty.merge(written), "plate:performance-1"))
        .as("what was put back is not in hand")
        .isEqualTo(State.OWED);
    written.add(new Entry.Called("b", Call.PICK));
    written.add(new Entry.Logged(take("c", "plate:performance-2", 1, 30, 800, Call.NONE)));
    written.add(new Entry.Called("c", Call.PICK));
    assertThat(state(empty.merge(written), "plate:performance-2"))
        .as("a stop brighter than the reference")
        .isEqualTo(State.IN_DOUBT);
    written.add(new Entry.Touch(new Touched("t", 40)));
    written.add(new Entry.Logged(take("d", "plate:performance-2", 2, 50, 400, Call.NONE)));
    written.add(new Entry.Called("c", Call.NO_GOOD));
    written.add(new Entry.Called("d", Call.PICK));
    FloorSetup touched = empty.merge(written);
    assertThat(state(touched, "plate:performance-2"))
        .as("the same settings, but the camera was touched between")
        .isEqualTo(State.IN_DOUBT);
    assertThat(touched.cleanSinceTouch()).isFalse();
    written.add(new Entry.Logged(take("e", "plate:clean", 1, 60, 400, Call.NONE)));
    assertThat(empty.merge(written).cleanSinceTouch()).isTrue();
    written.add(new Entry.Called("e", Call.FALSE_START));
    assertThat(empty.merge(written).cleanSinceTouch()).isFalse();
  }

  @Test
  void whatTheDeviceDoesNotSeeStaysAsTheServerToldIt() {
    MatchSet older =
        new MatchSet(
            "s",
            SET.plates(),
            SET.rules(),
            OPTICS,
            new TakeCheck.Shot(camera(400), 0, PlateTerms.NONE));
    List<Plate> told =
        List.of(
            new Plate("s", "plate:performance-1", State.IN_HAND, 60, PlateTerms.NONE),
            new Plate("s", "plate:performance-2", State.IN_DOUBT, 4, PlateTerms.NONE),
            new Plate("s", "plate:clean", State.OWED, 1, PlateTerms.NONE));
    FloorSetup paged =
        new FloorSetup(
            FrameRate.FILM,
            "01:00:00:00",
            told,
            List.of(older),
            List.of(take("z", "plate:performance-1", 59, 90, 800, Call.NONE)),
            List.of(),
            Set.of("HUM"),
            false);
    assertThat(paged.references()).as("it is older than what is told of").isEmpty();
    FloorSetup said = paged.merge(List.of(new Entry.Called("z", Call.NO_GOOD), new Entry.Strike()));
    assertThat(state(said, "plate:performance-1"))
        .as("an older take of it is picked")
        .isEqualTo(State.IN_HAND);
    assertThat(state(said, "plate:performance-2"))
        .as("nothing was said of it")
        .isEqualTo(State.IN_DOUBT);
    assertThat(said.struck()).isTrue();
    assertThat(said.plates().get(0).nextTake()).isEqualTo(60);
    assertThat(state(paged.merge(List.of(new Entry.Called("z", Call.PICK))), "plate:performance-1"))
        .as("held against the older reference")
        .isEqualTo(State.IN_DOUBT);
  }

  /** Sent in two goes or in one, or sent again: it stands the same. */
  @RepeatedTest(60)
  void mergingIsTheSameInPiecesAndWhenSentTwice(RepetitionInfo run) {
    Random random = new Random(run.getCurrentRepetition());
    List<Entry> written = new ArrayList<>();
    List<String> ids = new ArrayList<>();
    for (int i = 0; i < 14; i++) {
      int kind = random.nextInt(5);
      if (kind < 2 || ids.isEmpty()) {
        ids.add("t" + i);
        written.add(
            new Entry.Logged(
                take(
                    "t" + i,
                    OWED.get(random.nextInt(3)).key(),
                    1 + random.nextInt(3),
                    100L * i,
                    random.nextInt(4) == 0 ? 800 : 400,
                    Call.NONE)));
      } else if (kind == 4) {
        written.add(new Entry.Touch(new Touched("x" + i, 100L * i)));
      } else {
        written.add(
            new Entry.Called(
                ids.get(random.nextInt(ids.size())),
                Call.values()[random.nextInt(Call.values().length)]));
      }
    }
    FloorSetup empty = setup(OWED, List.of(), List.of());
    FloorSetup once = empty.merge(written);
    int cut = random.nextInt(written.size());
    // What is sent first is told of with its last call; the server tells it by its own sheet.
    FloorSetup first = empty.merge(written.subList(0, cut));
    FloorSetup rest = first.merge(written.subList(cut, written.size()));
    assertThat(rest.takes()).isEqualTo(once.takes());
    assertThat(rest.references()).isEqualTo(once.references());
    assertThat(rest.nextIn()).isEqualTo(once.nextIn());
    assertThat(rest.cleanSinceTouch()).isEqualTo(once.cleanSinceTouch());
    assertThat(rest.plates())
        .extracting(Plate::nextTake)
        .isEqualTo(once.plates().stream().map(Plate::nextTake).toList());
    assertThat(once.merge(written).takes()).isEqualTo(once.takes());
  }

  /** On from what was picked, then what was passed over before it; never what is not owed. */
  @Test
  void theSlateGoesOnInTheOrder() {
    List<String> order = List.of("a", "b", "c", "d");
    assertThat(FloorSetup.onwards(order, Set.of("a", "c", "d"), "b")).contains("c");
    assertThat(FloorSetup.onwards(order, Set.of("a"), "c")).contains("a");
    assertThat(FloorSetup.onwards(order, Set.of("b"), "b")).isEmpty();
    assertThat(FloorSetup.onwards(order, Set.of("b", "d"), "loose")).contains("b");
    assertThat(FloorSetup.onwards(List.of(), Set.of("a"), "a")).isEmpty();
  }
}
