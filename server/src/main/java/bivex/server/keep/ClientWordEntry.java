package bivex.server.keep;

import bivex.core.review.ClientWord;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What a client said of a version; the last one counts. */
@Entity
@Immutable
@Table(name = "client_word")
public class ClientWordEntry extends Added {
  public UUID versionId;

  @Enumerated(EnumType.STRING)
  public ClientWord.Kind kind;

  public String words;
  public String who;
  public String told;
  public Instant saidAt;

  /** As the core reads it. */
  public ClientWord word(int version) {
    return new ClientWord(kind, version, words, who, told, saidAt);
  }
}
