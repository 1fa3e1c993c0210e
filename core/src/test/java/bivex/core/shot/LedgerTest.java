package bivex.core.shot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.review.ClientStand;
import bivex.core.review.ClientWord;
import bivex.core.review.FramePlace;
import bivex.core.review.OpenNotes;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.Take;
import bivex.core.shot.OwedItem.Kind;
import bivex.core.shot.OwedItem.State;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class LedgerTest {
  private static final Instant T = Instant.parse("2026-11-24T09:00:00Z");
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);
  private static final Plan PLAN =
      MethodBook.derive(SETTING, List.of(new MethodChoice("A1", Map.of(), "")));

  private final List<Take> takes = new ArrayList<>();
  private final List<Evidence> said = new ArrayList<>();
  private String intent = "She has only herself to rely on.";
  private int methods = 1;
  private ShotFacts.Words words = ShotFacts.Words.AS_MARKED;
  private boolean struck;
  private ShotFacts.Version version;
  private List<ShotFacts.Delivery> deliveries = List.of();

  private Ledger ledger() {
    Plan plan = methods == 0 ? MethodBook.derive(SETTING, List.of()) : PLAN;
    MatchReview match =
        MatchReview.of(
            takes, plan.asked(), List.of(), List.of(), new MatchGuard.Optics(Raster.UHD, 36, 6.0));
    return Ledger.of(
        new ShotFacts(
            intent,
            words,
            false,
            methods,
            plan,
            null,
            "setup 3",
            struck,
            takes,
            match,
            said,
            version,
            deliveries));
  }

  private OwedItem item(String key) {
    return ledger().items().stream().filter(i -> i.key().equals(key)).findFirst().orElseThrow();
  }

  private void take(String plate, Take.Call call, Double iso) {
    takes.add(
        new Take(
            "t" + takes.size(),
            plate,
            takes.size() + 1,
            T.plusSeconds(60L * takes.size()),
            new CameraData(
                null, null, 35.0, 5.6, 1 / 48.0, iso, 4300.0, false, false, null, false, null, null,
                null, null, null),
            call,
            0,
            ""));
  }

  private void shootAll() {
    take("plate:performance-1", Take.Call.PICK, 400.0);
    take("plate:performance-2", Take.Call.PICK, 400.0);
    take("plate:clean", Take.Call.PICK, 400.0);
  }

  private void say(String key, Evidence.Kind kind, String words) {
    said.add(new Evidence(key, kind, words, T.plusSeconds(said.size())));
  }

  private static ShotFacts.Version version(Verdict v, int notes) {
    return new ShotFacts.Version(
        2,
        new VersionFacts(Raster.HD, FrameRate.FILM, 112)
            .against(
                new FramePlace(1001, true),
                new VersionFacts.Wanted(
                    Raster.HD, FrameRate.FILM, new FrameRange(1001, 96), 8, false)),
        v,
        "",
        new OpenNotes(notes, 0),
        ClientStand.NONE);
  }

  @Test
  void wordsThatChangedAfterShootingAreInDoubtUntilSomebodyLooks() {
    shootAll();
    words =
        ShotFacts.Words.of(
            false,
            false,
            List.of(
                new ShotFacts.Change(
                    3,
                    "blue",
                    T.plusSeconds(3600),
                    "takes the dividers",
                    "takes the chart and runs"),
                new ShotFacts.Change(2, "white", T.minusSeconds(3600), "x", "takes the dividers")),
            T.minusSeconds(7200),
            T);
    assertThat(item("words:3"))
        .matches(
            i ->
                i.state() == OwedItem.State.IN_DOUBT
                    && i.reason().contains("takes the chart and runs")
                    && i.reason().contains("blue"));
    assertThat(ledger().items())
        .as("what was written otherwise before it was shot is no doubt")
        .noneMatch(i -> i.key().equals("words:2"));
    assertThat(ShotFacts.Words.of(false, false, words.changes(), null, null).changes())
        .as("nor is anything of a shot that was neither planned nor shot")
        .isEmpty();
    assertThat(ShotFacts.Words.of(false, false, words.changes(), T, null).changes())
        .as("of one that is planned, what came in since")
        .hasSize(1);
    assertThat(ledger().form()).isEqualTo(OwedItem.State.IN_DOUBT);
    version =
        new ShotFacts.Version(1, List.of(), Verdict.AGREED, "", OpenNotes.NONE, ClientStand.NONE);
    assertThat(item("words:3").state())
        .as("an agreed version may be of the old words")
        .isEqualTo(OwedItem.State.IN_DOUBT);
    said.add(new Evidence("words:3", Evidence.Kind.ACCEPTED, "the chart is in her hand anyway", T));
    assertThat(item("words:3").state()).isEqualTo(OwedItem.State.IN_HAND);
    words =
        new ShotFacts.Words(
            false, false, true, List.of(new ShotFacts.Change(4, "pink", T, "a", "b")));
    assertThat(item("words:4").state())
        .as("the next draft is another doubt")
        .isEqualTo(OwedItem.State.IN_DOUBT);
    version = null;
    assertThat(item("datum:mark").reason()).contains("elsewhere");
    words = ShotFacts.Words.UNMARKED;
    assertThat(item("datum:mark").state()).isEqualTo(OwedItem.State.OWED);
    assertThat(item("datum:mark").action()).contains("Script");
    assertThat(ledger().next().key()).as("it holds nothing up").isNotEqualTo("datum:mark");
  }

  @Test
  void aShotWalksFromMarkedToDelivered() {
    methods = 0;
    assertThat(ledger().stage()).isEqualTo(Stage.MARKED);
    assertThat(ledger().sentence())
        .startsWith("Owes a method (nothing is chosen). Choose how it is made.");
    methods = 1;
    assertThat(ledger().stage()).isEqualTo(Stage.PLANNED);
    shootAll();
    assertThat(ledger().stage()).isEqualTo(Stage.SHOT);
    version = version(null, 0);
    assertThat(ledger().stage()).isEqualTo(Stage.BUILT);
    assertThat(ledger().sentence()).contains("verdict on version 2");
    version = version(Verdict.AGREED, 0);
    assertThat(ledger().stage()).isEqualTo(Stage.AGREED);
    deliveries = List.of(master(2, false, "checksum differs"));
    assertThat(ledger().stage()).isEqualTo(Stage.AGREED);
    assertThat(ledger().sentence()).contains("refused: checksum differs");
    deliveries = List.of(master(2, true, "receipt R-1"));
    assertThat(ledger().stage()).isEqualTo(Stage.DELIVERED);
    assertThat(ledger().sentence()).isEqualTo("Delivered; nothing is owed.");
  }

  private static ShotFacts.Delivery master(Integer version, Boolean accepted, String words) {
    return new ShotFacts.Delivery("a", "Master", version, accepted != null, accepted, words);
  }

  @Test
  void aShotIsDeliveredUnderEachSpecificationByItself() {
    shootAll();
    version = version(Verdict.AGREED, 0);
    ShotFacts.Delivery trailer = new ShotFacts.Delivery("b", "Trailer", null, false, null, "");
    deliveries = List.of(master(2, true, "receipt R-1"), trailer);
    assertThat(ledger().stage()).as("one of two").isEqualTo(Stage.AGREED);
    assertThat(item("delivery:a").state()).isEqualTo(OwedItem.State.IN_HAND);
    assertThat(item("delivery:b").label()).contains("Trailer");
    assertThat(item("delivery:b").state()).isEqualTo(OwedItem.State.OWED);
    said.add(new Evidence("delivery:b", Evidence.Kind.DROPPED, "not in the trailer", T));
    assertThat(ledger().stage()).isEqualTo(Stage.DELIVERED);

    deliveries = List.of(new ShotFacts.Delivery("a", "Master", 2, true, null, ""), trailer);
    assertThat(item("delivery:a").reason()).isEqualTo("handed over, no answer yet");
    deliveries = List.of(master(1, true, "receipt R-1"), trailer);
    assertThat(item("delivery:a").reason()).isEqualTo("version 2 is agreed, version 1 was packed");
    assertThat(ledger().stage()).isEqualTo(Stage.AGREED);

    deliveries = List.of(master(2, true, "receipt R-1"));
    version = version(Verdict.AGREED, 1);
    assertThat(item("delivery").state())
        .as("what no longer agrees is in doubt once it went out")
        .isEqualTo(OwedItem.State.IN_DOUBT);
    assertThat(item("delivery").reason()).startsWith("delivered, but ");
    said.add(new Evidence("delivery", Evidence.Kind.ACCEPTED, "they know", T));
    assertThat(item("delivery").state()).isEqualTo(OwedItem.State.IN_HAND);
    version = version(Verdict.AGREED, 0);
    deliveries = List.of(master(2, false, "cut off"));
    assertThat(item("delivery").state())
        .as("a refusal is not made good by a word of the house")
        .isEqualTo(OwedItem.State.IN_DOUBT);
  }

  @Test
  void theMissingCleanPlateIsTheWorstThingOwedAndComesWithAWayOut() {
    take("plate:performance-1", Take.Call.PICK, 400.0);
    take("plate:performance-2", Take.Call.PICK, 400.0);
    Ledger l = ledger();
    assertThat(l.open().get(0).key()).isEqualTo("plate:clean");
    assertThat(l.sentence())
        .isEqualTo(
            "Owes the clean plate of setup 3 (not shot). Shoot it before the set is struck, or"
                + " borrow frames of a take in which that part of the frame is free: look in take 1"
                + " of performance 1, take 2 of performance 2.");
    struck = true;
    assertThat(ledger().sentence()).contains("the set is struck").contains("Borrow frames");
    say("plate:clean", Evidence.Kind.DROPPED, "patched from takes 1 and 2");
    assertThat(item("plate:clean").state()).isEqualTo(State.DROPPED);
    assertThat(ledger().stage()).isEqualTo(Stage.SHOT);
    say("plate:clean", Evidence.Kind.REOPENED, "the patch shows");
    assertThat(item("plate:clean").state()).isEqualTo(State.OWED);
  }

  @Test
  void aPickThatDoesNotMatchIsInDoubtUntilSomebodyLivesWithIt() {
    take("plate:performance-1", Take.Call.PICK, 400.0);
    take("plate:performance-2", Take.Call.PICK, 800.0);
    take("plate:clean", Take.Call.PICK, 400.0);
    assertThat(item("plate:performance-2").state()).isEqualTo(State.IN_DOUBT);
    assertThat(item("plate:performance-2").reason())
        .contains("ISO 800 against 400")
        .contains("brighter by 1.0 stops");
    assertThat(ledger().stage()).isEqualTo(Stage.PLANNED);
    say("plate:performance-2", Evidence.Kind.ACCEPTED, "graded down in the test");
    assertThat(item("plate:performance-2").state()).isEqualTo(State.IN_HAND);
    assertThat(ledger().stage()).isEqualTo(Stage.SHOT);
  }

  @Test
  void theWholeShotStandsAsItsWorstPartUntilItIsAgreed() {
    assertThat(ledger().form()).isEqualTo(State.OWED);
    take("plate:performance-1", Take.Call.PICK, 400.0);
    take("plate:performance-2", Take.Call.PICK, 800.0);
    assertThat(ledger().form()).isEqualTo(State.IN_DOUBT);
    version = version(Verdict.AGREED, 0);
    assertThat(ledger().form()).isEqualTo(State.IN_HAND);
    assertThat(ledger().items())
        .filteredOn(i -> i.kind() == OwedItem.Kind.TASK)
        .isNotEmpty()
        .noneMatch(OwedItem::open);
  }

  @Test
  void takesWithoutAPickDoNotSettleAPlate() {
    take("plate:clean", Take.Call.NONE, 400.0);
    take("plate:clean", Take.Call.NO_GOOD, 400.0);
    assertThat(item("plate:clean"))
        .matches(
            i ->
                i.state() == State.OWED
                    && i.reason().equals("1 take, none picked")
                    && i.action().equals("Pick a take."));
  }

  /**
   * What is let go is not dropped: it stays owed, is looked for in the takes at once, and is in
   * hand again as soon as it is shot.
   */
  @Test
  void whatIsLetGoStaysOwedAndMustBeRescued() {
    take("plate:performance-1", Take.Call.PICK, 400.0);
    assertThat(item("plate:clean"))
        .matches(
            i ->
                i.due() == Plan.Due.BEFORE_STRIKE
                    && i.who() == OwedItem.Who.FLOOR
                    && i.action().startsWith("Shoot it before"));
    say("plate:clean", Evidence.Kind.WAIVED, "rain");
    assertThat(item("plate:clean"))
        .matches(
            i ->
                i.state() == State.OWED
                    && i.due() == Plan.Due.BEFORE_DELIVERY
                    && i.who() == OwedItem.Who.PRODUCER
                    && i.action().startsWith("Borrow frames")
                    && i.reason().equals("not shot, let go: rain"));
    struck = true;
    assertThat(item("plate:clean").reason()).isEqualTo("the set is struck, let go: rain");
    struck = false;
    say("plate:clean", Evidence.Kind.REOPENED, "the sun is back");
    assertThat(item("plate:clean"))
        .matches(i -> i.due() == Plan.Due.BEFORE_STRIKE && i.reason().equals("not shot"));
    say("plate:clean", Evidence.Kind.WAIVED, "rain again");
    take("plate:clean", Take.Call.PICK, 400.0);
    assertThat(item("plate:clean")).matches(i -> i.state() == State.IN_HAND);
  }

  @Test
  void aFalseStartIsNoTake() {
    take("plate:clean", Take.Call.FALSE_START, 400.0);
    assertThat(item("plate:clean").reason()).isEqualTo("not shot");
    // Nor is it the reference of its set.
    take("plate:performance-1", Take.Call.FALSE_START, 800.0);
    take("plate:performance-1", Take.Call.PICK, 400.0);
    take("plate:performance-2", Take.Call.PICK, 400.0);
    assertThat(item("plate:performance-2").state()).isEqualTo(State.IN_HAND);
  }

  @Test
  void questionsAreSettledByAnAnswerAndPlatesAreNot() {
    say("datum:eyeline", Evidence.Kind.SETTLED, "1.62 m, camera left");
    say("plate:clean", Evidence.Kind.SETTLED, "no");
    assertThat(item("datum:eyeline").state()).isEqualTo(State.IN_HAND);
    assertThat(item("plate:clean").state()).isEqualTo(State.OWED);
  }

  @Test
  void evidenceWithoutAPlaceIsShownAsLooseAndNeverLost() {
    take("plate:performance-3", Take.Call.PICK, 400.0);
    say("task:A2/gone", Evidence.Kind.SETTLED, "3 h");
    assertThat(ledger().loose()).containsExactly("plate:performance-3", "task:A2/gone");
  }

  /** The house's verdict and the client's word are two things; agreed may need both. */
  @Test
  void theClientsWordStandsBesideTheVerdict() {
    shootAll();
    LocalDate since = LocalDate.of(2027, 3, 8);
    Stage without = with(new ClientStand(false, 2, null, null, 0, null, false)).stage();
    assertThat(without).isEqualTo(Stage.AGREED);
    assertThat(ledger().items()).noneMatch(i -> i.key().equals("client"));
    assertThat(with(new ClientStand(true, 2, null, null, 0, null, false)).stage())
        .isEqualTo(Stage.BUILT);
    assertThat(ledger().next().key()).isEqualTo("client");
    assertThat(item("verdict").state()).as("the house has said it").isEqualTo(State.IN_HAND);
    assertThat(item("client").action()).isEqualTo("Show it to the client for approval.");
    with(new ClientStand(false, 2, 2, since, 3, null, false));
    assertThat(ledger().stage()).as("asked, not needed").isEqualTo(Stage.AGREED);
    assertThat(item("client").reason())
        .isEqualTo("shown for approval since Mon 8 Mar, no word for 3 days");
    assertThat(with(client(true, ClientWord.Kind.APPROVED, 2)).stage()).isEqualTo(Stage.AGREED);
    assertThat(item("client").state()).isEqualTo(State.IN_HAND);
    assertThat(with(client(true, ClientWord.Kind.APPROVED, 1)).stage()).isEqualTo(Stage.BUILT);
    assertThat(with(client(false, ClientWord.Kind.NOT_APPROVED, 2)).stage())
        .as("a no counts also where nobody has to ask")
        .isEqualTo(Stage.BUILT);
    assertThat(ledger().form()).isEqualTo(State.IN_DOUBT);
  }

  private static ClientStand client(boolean needed, ClientWord.Kind kind, int version) {
    return new ClientStand(
        needed, 2, null, null, 0, new ClientWord(kind, version, "", "Ada", "", T), false);
  }

  private Ledger with(ClientStand c) {
    ShotFacts.Version v = version(Verdict.AGREED, 0);
    version =
        new ShotFacts.Version(v.number(), v.checks(), v.verdict(), v.verdictReason(), v.notes(), c);
    return ledger();
  }

  @Test
  void openNotesAndWrongFactsKeepAShotFromBeingAgreed() {
    shootAll();
    version = version(Verdict.AGREED, 1);
    assertThat(ledger().stage()).isEqualTo(Stage.BUILT);
    ShotFacts.Version v = version;
    version =
        new ShotFacts.Version(
            v.number(),
            v.checks(),
            v.verdict(),
            v.verdictReason(),
            new OpenNotes(0, 2),
            ClientStand.NONE);
    assertThat(ledger().stage()).as("an answer that nobody confirmed").isEqualTo(Stage.BUILT);
    assertThat(item("notes-answered").label()).isEqualTo("2 notes answered");
    assertThat(item("verdict").reason()).endsWith("but 2 answered notes are not confirmed");
    version =
        new ShotFacts.Version(
            3,
            new VersionFacts(Raster.UHD, FrameRate.PAL, 96)
                .against(
                    new FramePlace(1001, true),
                    new VersionFacts.Wanted(
                        Raster.HD, FrameRate.FILM, new FrameRange(1001, 96), 8, false)),
            Verdict.AGREED,
            "",
            OpenNotes.NONE,
            ClientStand.NONE);
    assertThat(ledger().stage()).isEqualTo(Stage.SHOT);
    assertThat(item("version"))
        .matches(
            i ->
                i.state() == State.IN_DOUBT
                    && i.reason().equals("raster is 3840 × 2160, wanted 1920 × 1080"));
  }

  @Test
  void onceAgreedNothingBeforeItIsOwedAnyMore() {
    version = version(Verdict.AGREED, 0);
    assertThat(ledger().items())
        .filteredOn(i -> Set.of(Kind.PLATE, Kind.TASK).contains(i.kind()))
        .allMatch(i -> i.state() == State.DROPPED && i.reason().equals("agreed without it"));
    assertThat(ledger().open()).extracting(OwedItem::kind).containsExactly(Kind.DELIVERY);
  }

  @Test
  void everyOpenItemSaysWhatToDo() {
    intent = "";
    assertThat(ledger().open())
        .isNotEmpty()
        .allMatch(i -> !i.action().isBlank() && !i.reason().isBlank());
    assertThat(ledger().items()).filteredOn(i -> !i.open()).allMatch(i -> i.action().isEmpty());
    assertThatThrownBy(() -> new NamePattern("../{code}")).hasMessageStartingWith("pattern:");
  }

  /**
   * An unsigned caution keeps a planned shot in doubt; words alone, living with it, or dropping it
   * do not sign it.
   */
  @Test
  void aCautionIsInDoubtUntilALicensedPersonHasSigned() {
    Plan plan = MethodBook.derive(SETTING, List.of(new MethodChoice("E2", Map.of(), "")));
    for (Evidence.Kind kind : Evidence.Kind.values()) {
      assertThat(
              one(
                      plan,
                      "caution:weapon",
                      "setup 3",
                      new Evidence("caution:weapon", kind, "fine", T))
                  .state())
          .isEqualTo(State.IN_DOUBT);
    }
    Evidence signed =
        new Evidence(
            "caution:weapon",
            Evidence.Kind.SETTLED,
            "no charge on set",
            T,
            new Evidence.Signature("O. Brandt", "armourer", java.time.LocalDate.of(2026, 11, 24)),
            null);
    assertThat(one(plan, "caution:weapon", "setup 3", signed))
        .matches(
            i ->
                i.state() == State.IN_HAND
                    && i.reason().equals("O. Brandt, armourer, Tue 24 Nov: no charge on set"));
    assertThat(one(plan, "caution:weapon", null).state()).isEqualTo(State.OWED);
  }

  @Test
  void anElementMustBeLargeEnoughAndLicensed() {
    Plan plan = MethodBook.derive(SETTING, List.of(new MethodChoice("E2", Map.of(), "")));
    Plan.Element flash = plan.elements().get(0);
    assertThat(
            one(plan, flash.key(), "setup 3", found(flash, flash.minWidthPx() - 1, "ours"))
                .reason())
        .contains("it would be soft");
    assertThat(one(plan, flash.key(), "setup 3", found(flash, flash.minWidthPx(), "")).reason())
        .contains("without a licence");
    assertThat(
            one(
                    plan,
                    flash.key(),
                    "setup 3",
                    found(flash, flash.minWidthPx(), "library, all media"))
                .state())
        .isEqualTo(State.IN_HAND);
    // A soft one may be lived with, and is soft again when it is wanted again after all.
    Evidence soft = found(flash, 100, "ours");
    Evidence lived =
        new Evidence(
            flash.key(), Evidence.Kind.ACCEPTED, "three frames, nobody sees it", T.plusSeconds(60));
    Evidence again =
        new Evidence(flash.key(), Evidence.Kind.REOPENED, "wanted again", T.plusSeconds(120));
    assertThat(one(plan, flash.key(), "setup 3", soft, lived))
        .matches(
            i ->
                i.state() == State.IN_HAND
                    && i.reason().equals("accepted: three frames, nobody sees it"));
    assertThat(one(plan, flash.key(), "setup 3", soft, lived, again).state()).isEqualTo(State.OWED);
  }

  private static Evidence found(Plan.Element e, int width, String licence) {
    return new Evidence(
        e.key(),
        Evidence.Kind.SETTLED,
        "on the drive",
        T,
        null,
        new Evidence.FoundElement(bivex.core.element.ElementSource.STOCK, width, licence));
  }

  private static OwedItem one(Plan plan, String key, String setup, Evidence... said) {
    return Ledger.of(
            new ShotFacts(
                "why",
                ShotFacts.Words.AS_MARKED,
                false,
                1,
                plan,
                null,
                setup,
                false,
                List.of(),
                MatchReview.NONE,
                List.of(said),
                null,
                List.of()))
        .items()
        .stream()
        .filter(i -> i.key().equals(key))
        .findFirst()
        .orElseThrow();
  }

  /** Nobody is sent to a set that is gone. */
  @Test
  void whatTheFloorOwedIsLookedForInTheTakesOnceTheSetIsStruck() {
    assertThat(item("datum:still"))
        .matches(i -> i.due() == Plan.Due.BEFORE_STRIKE && i.who() == OwedItem.Who.FLOOR);
    struck = true;
    assertThat(item("datum:still"))
        .matches(
            i ->
                i.due() == Plan.Due.BEFORE_DELIVERY
                    && i.who() == OwedItem.Who.PRODUCER
                    && i.action().startsWith("Find it in the takes"));
    assertThat(ledger().open()).noneMatch(i -> i.due() == Plan.Due.BEFORE_STRIKE);
  }

  @Test
  void whatTheFloorOwesIsTooLateOnItsDayAndTheRestWhenItIsDelivered() {
    java.time.LocalDate shoot = java.time.LocalDate.of(2026, 11, 26);
    java.time.LocalDate due = java.time.LocalDate.of(2026, 12, 19);
    assertThat(item("plate:clean").tooLate(shoot, due)).isEqualTo(shoot);
    assertThat(item("datum:eyeline").tooLate(shoot, due)).isEqualTo(shoot);
    assertThat(item("task:composite").tooLate(shoot, due)).isEqualTo(due);
    assertThat(item("task:composite").tooLate(shoot, null)).isEqualTo(java.time.LocalDate.MAX);
    struck = true;
    assertThat(item("plate:clean").tooLate(shoot, due)).isEqualTo(due);
  }

  /**
   * The sentence names what keeps the shot from being planned, not the next thing the floor will
   * want.
   */
  @Test
  void aMarkedShotSaysWhatKeepsItFromBeingPlanned() {
    intent = " ";
    assertThat(ledger())
        .matches(
            l -> l.stage() == Stage.MARKED && l.sentence().startsWith("Owes its story reason"));
  }
}
