package bivex.server.keep;

import bivex.core.money.Offer;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** A bid or a change order as it was made. */
@Entity
@Immutable
@Table(name = "offer")
public class OfferEntry extends Added {
  public UUID productionId;

  @Enumerated(EnumType.STRING)
  public Offer.Kind kind;

  public int number;

  /** Bid that a change order changes; null for a bid. */
  public UUID bidId;

  @Convert(converter = Body.class)
  public Offer body;

  public String saidBy;
  public Instant saidAt;

  static class Body extends JsonColumn<Offer> {
    Body() {
      super(1, new TypeReference<>() {});
    }
  }
}
