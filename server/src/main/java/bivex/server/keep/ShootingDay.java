package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.LocalDate;
import java.util.UUID;

/** A day of the shoot. */
@Entity
public class ShootingDay {
  @Id public UUID id;
  public UUID productionId;
  public int number;
  public LocalDate shootOn;
  public String place;
}
