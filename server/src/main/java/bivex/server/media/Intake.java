package bivex.server.media;

import bivex.server.keep.Transactions;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import org.springframework.stereotype.Component;

/**
 * Takes in a file that somebody sent: it is received and looked at while no transaction is open,
 * and kept together with its row or not at all.
 */
@Component
public class Intake {
  private final MediaStore store;
  private final Transactions transactions;

  Intake(MediaStore store, Transactions transactions) {
    this.store = store;
    this.transactions = transactions;
  }

  /** What a received file is; refuses what is not wanted. */
  public interface Look<F> {
    F at(Path file) throws IOException;
  }

  /** Writes the row of a file that is kept. */
  public interface Row<F, T> {
    T write(MediaStore.Stored file, F found) throws IOException;
  }

  /**
   * @throws bivex.core.InvalidInput by who looks at it, or when it is empty; nothing is left behind
   */
  public <F, T> T take(InputStream in, Look<F> look, Row<F, T> row) throws IOException {
    MediaStore.Stored stored = store.receive(in);
    try {
      F found = look.at(stored.path());
      return transactions.write(
          () -> {
            store.keep(stored);
            return row.write(stored, found);
          });
    } finally {
      store.discard(stored);
    }
  }
}
