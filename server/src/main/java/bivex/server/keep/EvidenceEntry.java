package bivex.server.keep;

import bivex.core.element.ElementSource;
import bivex.core.shot.Evidence;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** Something said about a plan item. */
@Entity
@Immutable
@Table(name = "evidence")
public class EvidenceEntry extends Added {
  public UUID productionId;
  public UUID shotId;
  public String item;

  @Enumerated(EnumType.STRING)
  public Evidence.Kind kind;

  public String words;
  public Double hours;
  public String saidBy;
  public Instant saidAt;
  public String signedBy;
  public String signedRole;
  public LocalDate signedOn;

  @Enumerated(EnumType.STRING)
  public ElementSource source;

  public Integer widthPx;
  public String licence;

  /** As the core reads it. */
  public Evidence evidence() {
    return new Evidence(
        item,
        kind,
        words,
        saidAt,
        signedBy == null ? null : new Evidence.Signature(signedBy, signedRole, signedOn),
        widthPx == null ? null : new Evidence.FoundElement(source, widthPx, licence));
  }
}
