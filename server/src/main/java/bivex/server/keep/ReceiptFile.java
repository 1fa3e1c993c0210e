package bivex.server.keep;

import jakarta.persistence.Entity;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** What was answered to one file of a package. */
@Entity
@Immutable
public class ReceiptFile extends Added {
  public UUID receiptId;
  public UUID itemId;
  public boolean accepted;
  public String words;
}
