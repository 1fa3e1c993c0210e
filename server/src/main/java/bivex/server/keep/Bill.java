package bivex.server.keep;

import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A bill that came, or a credit with a negative amount. */
@Entity
@Immutable
public class Bill extends Added {
  public UUID productionId;

  /** What it was thought of as; null for what nobody thought of. */
  public UUID plannedId;

  /** Shot it is for; null for all. */
  public UUID shotId;

  public String words;
  public double amount;
  public LocalDate day;
  public String saidBy;
  public Instant saidAt;
}
