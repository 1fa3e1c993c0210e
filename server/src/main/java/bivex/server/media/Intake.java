package bivex.server.media;

import bivex.server.keep.Transactions;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
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
      return keep(stored, look.at(stored.path()), row);
    } finally {
      store.discard(stored);
    }
  }

  /**
   * As from a stream, of a file that lies beside the store. It stays where it is when it is
   * refused.
   */
  public <F, T> T take(Path file, Look<F> look, Row<F, T> row) throws IOException {
    F found = look.at(file);
    MediaStore.Stored stored = store.receive(file);
    try {
      return keep(stored, found, row);
    } catch (RuntimeException | IOException e) {
      if (Files.exists(stored.path())) {
        Files.move(stored.path(), file);
      }
      throw e;
    } finally {
      store.discard(stored);
    }
  }

  private <F, T> T keep(MediaStore.Stored stored, F found, Row<F, T> row) throws IOException {
    return transactions.write(
        () -> {
          store.keep(stored);
          return row.write(stored, found);
        });
  }
}
