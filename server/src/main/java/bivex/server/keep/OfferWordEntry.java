package bivex.server.keep;

import bivex.core.money.OfferWord;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What became of a bid or a change order. */
@Entity
@Immutable
@Table(name = "offer_word")
public class OfferWordEntry extends Added {
  public UUID productionId;
  public UUID offerId;

  @Enumerated(EnumType.STRING)
  public OfferWord.Kind kind;

  public Double amount;
  public LocalDate day;
  public String words;
  public String saidBy;
  public Instant saidAt;

  /** As the core reads it. */
  public OfferWord word() {
    return new OfferWord(kind, amount, day, words);
  }
}
