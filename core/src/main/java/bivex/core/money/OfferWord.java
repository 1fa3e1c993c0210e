package bivex.core.money;

import bivex.core.InvalidInput;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;

/**
 * What became of a bid or a change order; added and never changed, the last one counts.
 *
 * @param amount agreed on; null for all but {@link Kind#AGREED}
 * @param day it was said
 */
public record OfferWord(Kind kind, Double amount, LocalDate day, String words) {
  private static final double MOST = 1e12;

  public enum Kind {
    SENT("sent"),
    AGREED("agreed"),
    REFUSED("refused"),
    WITHDRAWN("withdrawn");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * What may be said of an offer after what was said of it. What is agreed holds until it is
   * withdrawn; it may be agreed again at another amount.
   *
   * @param before said of it until now, the oldest first
   */
  public static List<Kind> next(List<OfferWord> before) {
    Kind now = stands(before);
    return now == Kind.AGREED
        ? List.of(Kind.AGREED, Kind.WITHDRAWN)
        : Arrays.stream(Kind.values()).filter(k -> k != now).toList();
  }

  /**
   * What somebody says, checked.
   *
   * @param before said of it until now, the oldest first
   * @throws InvalidInput naming the field
   */
  public static OfferWord of(
      Kind kind, Double amount, LocalDate day, String words, List<OfferWord> before, Offer offer) {
    if (kind == null) {
      throw new InvalidInput("kind", "must say what became of it");
    }
    if (day == null) {
      throw new InvalidInput("day", "must be given");
    }
    if (day.isBefore(offer.on())) {
      throw new InvalidInput("day", "is before it was made, on " + offer.on());
    }
    Kind now = stands(before);
    if (!next(before).contains(kind)) {
      throw new InvalidInput(
          "kind",
          now == kind
              ? "it is " + kind.words() + " already"
              : "it is agreed; it can only be withdrawn, with the reason");
    }
    if (kind == Kind.AGREED) {
      if (amount == null) {
        throw new InvalidInput("amount", "must say what was agreed on");
      }
      // A change may make the whole cheaper.
      InvalidInput.within("amount", amount, offer.changes().isEmpty() ? 0 : -MOST, MOST);
    } else if (amount != null) {
      throw new InvalidInput("amount", "means nothing here");
    }
    if (kind == Kind.WITHDRAWN && now == Kind.AGREED && (words == null || words.isBlank())) {
      throw new InvalidInput("words", "must say why what was agreed does not hold any more");
    }
    return new OfferWord(
        kind,
        amount == null ? null : (Double) Amount.rounded(amount, offer.costs().currency()),
        day,
        InvalidInput.words("words", words));
  }

  /** The last of them; null for none. */
  public static Kind stands(List<OfferWord> words) {
    return words.isEmpty() ? null : words.get(words.size() - 1).kind();
  }
}
