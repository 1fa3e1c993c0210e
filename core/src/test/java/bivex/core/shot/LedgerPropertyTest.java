package bivex.core.shot;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.ItemKey;
import bivex.core.element.ElementSource;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.review.ClientStand;
import bivex.core.review.FramePlace;
import bivex.core.review.OpenNotes;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.Take;
import bivex.core.shot.OwedItem.State;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What must be true of any shot, whatever was logged and said about it. */
class LedgerPropertyTest {
  private static final Instant T = Instant.parse("2026-11-24T09:00:00Z");
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);
  private static final List<String> METHODS = List.of("A1", "B1", "B2");

  private record Case(
      Plan plan,
      List<Take> takes,
      List<Evidence> said,
      ShotFacts.Version version,
      ShotFacts.Delivery delivery,
      int methods) {
    Ledger ledger() {
      MatchReview match =
          MatchReview.of(
              takes,
              plan.asked(),
              List.of(),
              List.of(),
              new MatchGuard.Optics(Raster.UHD, 36, 6.0));
      return Ledger.of(
          new ShotFacts(
              "a reason",
              ShotFacts.Words.AS_MARKED,
              false,
              methods,
              plan,
              null,
              "setup 1",
              false,
              takes,
              match,
              said,
              version,
              delivery == null ? List.of() : List.of(delivery)));
    }

    Case with(List<Take> otherTakes, List<Evidence> otherSaid) {
      return new Case(plan, otherTakes, otherSaid, version, delivery, methods);
    }
  }

  private static CameraData camera(Random random) {
    double iso = random.nextInt(4) == 0 ? 800 : 400;
    return new CameraData(
        null,
        null,
        35.0,
        5.6,
        1 / 48.0,
        iso,
        4300.0,
        random.nextInt(9) == 0,
        false,
        null,
        false,
        null,
        null,
        null,
        null,
        null);
  }

  private static Case any(Random random) {
    List<MethodChoice> choices = new ArrayList<>();
    METHODS.stream()
        .filter(m -> random.nextBoolean())
        .forEach(m -> choices.add(new MethodChoice(m, Map.of(), "")));
    Plan plan = MethodBook.derive(SETTING, choices);
    List<Take> takes = new ArrayList<>();
    for (int i = random.nextInt(12); i > 0 && !plan.plates().isEmpty(); i--) {
      String plate = plan.plates().get(random.nextInt(plan.plates().size())).key();
      takes.add(
          new Take(
              "t" + i,
              random.nextInt(10) == 0 ? "plate:gone" : plate,
              i,
              T.plusSeconds(random.nextInt(9000)),
              camera(random),
              Take.Call.values()[random.nextInt(3)],
              random.nextInt(3) * 6,
              ""));
    }
    List<String> keys = new ArrayList<>();
    plan.plates().forEach(p -> keys.add(p.key()));
    plan.data().forEach(d -> keys.add(d.key()));
    plan.tasks().forEach(t -> keys.add(t.key()));
    plan.cautions().forEach(c -> keys.add(c.key()));
    keys.add("datum:nowhere");
    List<Evidence> said = new ArrayList<>();
    for (int i = random.nextInt(20); i > 0; i--) {
      said.add(
          new Evidence(
              keys.get(random.nextInt(keys.size())),
              Evidence.Kind.values()[random.nextInt(4)],
              "because",
              T.plusSeconds(i)));
    }
    ShotFacts.Version version = null;
    ShotFacts.Delivery delivery = null;
    if (random.nextBoolean()) {
      Verdict verdict = random.nextInt(4) == 0 ? null : Verdict.values()[random.nextInt(3)];
      VersionFacts facts =
          new VersionFacts(random.nextInt(5) == 0 ? Raster.UHD : Raster.HD, FrameRate.FILM, 112);
      version =
          new ShotFacts.Version(
              1 + random.nextInt(4),
              facts.against(
                  new FramePlace(1001, true),
                  new VersionFacts.Wanted(
                      Raster.HD, FrameRate.FILM, new FrameRange(1001, 96), 8, false)),
              verdict,
              "",
              new OpenNotes(random.nextInt(3) == 0 ? 1 : 0, random.nextInt(4) == 0 ? 1 : 0),
              ClientStand.NONE);
      if (random.nextBoolean()) {
        delivery =
            new ShotFacts.Delivery(
                "s",
                "Master",
                random.nextInt(3) == 0 ? null : 1 + random.nextInt(4),
                true,
                random.nextInt(3) == 0 ? null : random.nextBoolean(),
                "words");
      }
    }
    return new Case(plan, takes, said, version, delivery, choices.size());
  }

  @Test
  void whateverHappenedTheLedgerIsSound() {
    Random random = new Random(21);
    int[] stages = new int[Stage.values().length];
    for (int i = 0; i < 3000; i++) {
      Case c = any(random);
      Ledger l = c.ledger();
      stages[l.stage().ordinal()]++;
      assertThat(l.items()).extracting(OwedItem::key).doesNotHaveDuplicates();
      assertThat(l.items()).allMatch(x -> x.open() == !x.action().isEmpty());
      assertThat(l.items()).allMatch(x -> !x.reason().isBlank());
      assertThat(l.open()).isSortedAccordingTo((a, b) -> Integer.compare(b.harm(), a.harm()));
      assertThat(l.next() == null).isEqualTo(l.open().isEmpty());
      assertThat(l.sentence()).isNotBlank();
      c.plan().plates().forEach(p -> assertThat(l.items()).anyMatch(x -> x.key().equals(p.key())));
      c.plan()
          .cautions()
          .forEach(p -> assertThat(l.items()).anyMatch(x -> x.key().equals(p.key())));
    }
    assertThat(stages).as("every stage was met").doesNotContain(0);
  }

  /** The order in which facts are handed over does not matter, only when they happened. */
  @Test
  void theOrderOfTheRowsDoesNotMatter() {
    Random random = new Random(22);
    for (int i = 0; i < 500; i++) {
      Case c = any(random);
      List<Evidence> latest = new ArrayList<>(c.said());
      Collections.shuffle(latest, random);
      assertThat(c.with(c.takes(), latest).ledger().items()).isEqualTo(c.ledger().items());
    }
  }

  /** Nothing that was logged or said is lost: it is tied to an item, or named as loose. */
  @Test
  void everyTakeAndWordHasAPlaceOrIsLoose() {
    Random random = new Random(23);
    for (int i = 0; i < 1000; i++) {
      Case c = any(random);
      Ledger l = c.ledger();
      List<String> keys = l.items().stream().map(OwedItem::key).toList();
      c.takes()
          .forEach(
              t ->
                  assertThat(keys.contains(t.plate()) || l.loose().contains(t.plate()))
                      .as(t.plate())
                      .isTrue());
      c.said()
          .forEach(
              e ->
                  assertThat(keys.contains(e.item()) || l.loose().contains(e.item()))
                      .as(e.item())
                      .isTrue());
      assertThat(l.loose()).doesNotContainAnyElementsOf(keys);
    }
  }

  /**
   * Dropping everything that is owed before a version leaves nothing owed but the version and what
   * follows it.
   */
  @Test
  void whatIsDroppedIsNotAskedForAgain() {
    Random random = new Random(24);
    for (int i = 0; i < 500; i++) {
      Case c = any(random);
      if (c.methods() == 0 || c.version() != null) {
        continue;
      }
      List<Evidence> said = new ArrayList<>(c.said());
      c.ledger()
          .open()
          .forEach(
              o ->
                  said.add(
                      new Evidence(
                          o.key(), Evidence.Kind.DROPPED, "not needed", T.plusSeconds(100_000))));
      Ledger after = c.with(c.takes(), said).ledger();
      assertThat(after.open())
          .as("a caution is signed, a version is made")
          .allMatch(x -> x.kind() == OwedItem.Kind.CAUTION || x.kind() == OwedItem.Kind.VERSION);
      assertThat(after.items())
          .filteredOn(x -> x.state() == State.DROPPED)
          .isNotEmpty()
          .allMatch(x -> x.reason().equals("not needed") || x.reason().equals("because"));
    }
  }

  /**
   * Every act that is offered counts when it is done; whatever is not fitting changes nothing,
   * should it have been said all the same.
   */
  @Test
  void whatIsOfferedCountsAndNothingElseDoes() {
    Random random = new Random(26);
    int[] done = new int[Evidence.Kind.values().length];
    for (int i = 0; i < 400; i++) {
      Case c = any(random);
      Ledger before = c.ledger();
      for (OwedItem item : before.items()) {
        for (EvidenceRules.Act a : item.acts()) {
          done[a.kind().ordinal()]++;
          OwedItem after = after(c, item, a.kind());
          assertThat(after.state())
              .as(a.kind() + " of " + item.key())
              .isEqualTo(
                  switch (a.kind()) {
                    case SETTLED, ACCEPTED -> State.IN_HAND;
                    case DROPPED, WAIVED -> State.DROPPED;
                    case REOPENED -> after.state();
                  });
          assertThat(after.acts()).as("another thing can be said then").isNotEqualTo(item.acts());
        }
        for (Evidence.Kind k : Evidence.Kind.values()) {
          if (!EvidenceRules.fits(k, item.kind(), ItemKey.of(item.key()))) {
            assertThat(after(c, item, k)).isEqualTo(unsaid(c, item));
          }
        }
      }
    }
    assertThat(done[Evidence.Kind.WAIVED.ordinal()]).as("is let go at the strike only").isZero();
    assertThat(Arrays.stream(done).filter(n -> n == 0).count())
        .as("each of the others was met")
        .isEqualTo(1);
  }

  private static OwedItem after(Case c, OwedItem item, Evidence.Kind kind) {
    List<Evidence> said = new ArrayList<>(c.said());
    said.add(
        new Evidence(
            item.key(),
            kind,
            "said last",
            T.plusSeconds(100_000),
            item.kind() == OwedItem.Kind.CAUTION && kind == Evidence.Kind.SETTLED
                ? new Evidence.Signature("R. Ekholm", "stunt coordinator", LocalDate.EPOCH)
                : null,
            item.kind() == OwedItem.Kind.ELEMENT && kind == Evidence.Kind.SETTLED
                ? new Evidence.FoundElement(ElementSource.SHOOT, 100_000, "ours")
                : null));
    return find(c.with(c.takes(), said).ledger(), item.key());
  }

  /** The item as it stands with nothing said of it. */
  private static OwedItem unsaid(Case c, OwedItem item) {
    List<Evidence> said = c.said().stream().filter(e -> !e.item().equals(item.key())).toList();
    return find(c.with(c.takes(), said).ledger(), item.key());
  }

  private static OwedItem find(Ledger l, String key) {
    return l.items().stream().filter(x -> x.key().equals(key)).findFirst().orElseThrow();
  }

  @Test
  void aPickOfTheReferenceIsInDoubtExactlyWhereItIsNotAsPlanned() {
    Random random = new Random(25);
    Plan plan = MethodBook.derive(SETTING, List.of(new MethodChoice("A1", Map.of(), "")));
    CameraData asked = plan.asked().plates().get("plate:clean").camera();
    for (int i = 0; i < 500; i++) {
      double share = 1 + (random.nextDouble() - 0.5) * 0.5;
      CameraData camera = asked.with("focalMm", asked.focalMm() * share);
      Take one = new Take("a", "plate:clean", 1, T, camera, Take.Call.PICK, 10, "");
      Ledger l = new Case(plan, List.of(one), List.of(), null, null, 1).ledger();
      assertThat(find(l, "plate:clean").state())
          .as("focal length × %s", share)
          .isEqualTo(Math.abs(share - 1) > 0.1 ? State.IN_DOUBT : State.IN_HAND);
    }
  }
}
