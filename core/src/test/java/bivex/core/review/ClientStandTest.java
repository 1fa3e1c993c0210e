package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** What a client is shown and says. Common practice, no source. */
class ClientStandTest {
  private static final LocalDate DAY = LocalDate.of(2027, 3, 8);
  private static final Instant NOON = Instant.parse("2027-03-08T12:00:00Z");

  private final Map<Integer, Showing> shown = new TreeMap<>();
  private ClientWord word;
  private Instant note;
  private boolean needed = true;

  private ClientStand on(LocalDate day) {
    return ClientStand.of(needed, 3, shown, word, note, day, ZoneOffset.UTC);
  }

  private static ClientWord said(ClientWord.Kind kind, int version) {
    return new ClientWord(kind, version, "", "Ada", "", NOON);
  }

  private static Showing approval(LocalDate until) {
    return Showing.of(Showing.Kind.APPROVAL, until, DAY, NOON);
  }

  @Test
  void whatIsShownEndsWithItsDayOrByWord() {
    Showing s = approval(DAY.plusDays(2));
    assertThat(s.stands(DAY)).isTrue();
    assertThat(s.stands(DAY.plusDays(2))).as("its last day").isTrue();
    assertThat(s.stands(DAY.plusDays(3))).isFalse();
    assertThat(s.words(DAY)).isEqualTo("shown for approval until Wed 10 Mar");
    assertThat(s.words(DAY.plusDays(3))).isEqualTo("shown no more");
    assertThat(Showing.of(Showing.Kind.ENDED, null, DAY, NOON).stands(DAY)).isFalse();
    Showing seen = Showing.of(Showing.Kind.PROGRESS, null, DAY, NOON);
    assertThat(seen.stands(DAY.plusYears(9))).isTrue();
    assertThat(seen.asks(DAY)).as("work in progress asks for no word").isFalse();
    refused("until", () -> approval(DAY.minusDays(1)));
    refused("until", () -> Showing.of(Showing.Kind.ENDED, DAY, DAY, NOON));
    refused("kind", () -> Showing.of(null, null, DAY, NOON));
  }

  @Test
  void aGuestSaysItOfWhatTheyAreAskedAndTheHouseNamesWhoSaidIt() {
    ClientWord.Kind yes = ClientWord.Kind.APPROVED;
    Showing ended = approval(DAY);
    ClientWord own = ClientWord.of(yes, 3, ended, DAY, " ", null, "Sefa", Role.GUEST, NOON);
    assertThat(own.said()).isEqualTo("approved by Sefa");
    refused(
        "version",
        () -> ClientWord.of(yes, 3, ended, DAY.plusDays(1), "", null, "Sefa", Role.GUEST, NOON));
    refused("version", () -> ClientWord.of(yes, 3, null, DAY, "", null, "S", Role.GUEST, NOON));
    refused("who", () -> ClientWord.of(yes, 3, ended, DAY, "", "Ada", "S", Role.GUEST, NOON));
    refused("who", () -> ClientWord.of(yes, 3, null, DAY, "", null, "M", Role.PRODUCER, NOON));
    ClientWord told =
        ClientWord.of(
            ClientWord.Kind.NOT_APPROVED,
            3,
            null,
            DAY,
            "too dark",
            "Ada",
            "Mara",
            Role.PRODUCER,
            NOON);
    assertThat(told.said()).isEqualTo("not approved by Ada, told to Mara: too dark");
    for (ClientWord.Kind k : ClientWord.Kind.values()) {
      if (k != yes) {
        refused("words", () -> ClientWord.of(k, 3, ended, DAY, " ", null, "S", Role.GUEST, NOON));
      }
    }
  }

  @Test
  void whereTheirWordIsNeededOnlyOneOnTheNewestVersionCounts() {
    assertThat(on(DAY).agreed()).isFalse();
    assertThat(on(DAY).words()).isEqualTo("not shown for approval");
    word = said(ClientWord.Kind.APPROVED, 2);
    assertThat(on(DAY).agreed()).as("an approval of an older version").isFalse();
    assertThat(on(DAY).words())
        .isEqualTo("version 2 approved by Ada; version 3 is newer; not shown for approval");
    word = said(ClientWord.Kind.WITH_NOTES, 3);
    assertThat(on(DAY).agreed()).isTrue();
    assertThat(on(DAY).waits()).isFalse();
    word = said(ClientWord.Kind.NOT_APPROVED, 3);
    assertThat(on(DAY).agreed()).isFalse();
    assertThat(on(DAY).against()).isTrue();
  }

  /** A no is heard where nobody has to ask; silence is not a no there. */
  @Test
  void whereItIsNotNeededANoOfTheirsStillKeepsIt() {
    needed = false;
    assertThat(on(DAY).agreed()).isTrue();
    assertThat(on(DAY).words()).isEmpty();
    assertThat(on(DAY).waits()).isFalse();
    word = said(ClientWord.Kind.NOT_APPROVED, 2);
    assertThat(on(DAY).agreed()).as("of a version that was built anew").isTrue();
    word = said(ClientWord.Kind.NOT_APPROVED, 3);
    assertThat(on(DAY).agreed()).isFalse();
  }

  @Test
  void nobodySaysAWordForThreeDays() {
    shown.put(3, approval(null));
    assertThat(on(DAY.plusDays(2)).words()).isEqualTo("shown for approval since Mon 8 Mar");
    assertThat(on(DAY.plusDays(3)).words()).endsWith(", no word for 3 days");
    // The day it was shown is the one where it was.
    assertThat(
            ClientStand.of(true, 3, shown, null, null, DAY, ZoneId.of("Pacific/Auckland")).since())
        .isEqualTo(DAY.plusDays(1));
    shown.clear();
    shown.put(2, approval(null));
    assertThat(on(DAY).words()).startsWith("version 2, not version 3, is shown for approval");
    assertThat(on(DAY).remedy()).isEqualTo("Show it to the client for approval.");
    shown.put(2, Showing.of(Showing.Kind.ENDED, null, DAY, NOON));
    assertThat(on(DAY).asked()).isNull();
  }

  @Test
  void aNoteAfterTheApprovalIsTold() {
    word = said(ClientWord.Kind.APPROVED, 3);
    note = NOON.minusSeconds(1);
    assertThat(on(DAY).against()).isFalse();
    note = NOON.plusSeconds(1);
    assertThat(on(DAY).against()).isTrue();
    assertThat(on(DAY).words()).endsWith("; a note of a guest came after it");
    assertThat(on(DAY).agreed()).as("the note keeps it by itself while it is carried").isTrue();
  }

  private static void refused(String field, Runnable what) {
    assertThatThrownBy(what::run)
        .isInstanceOfSatisfying(InvalidInput.class, e -> assertThat(e.field()).isEqualTo(field));
  }
}
