package bivex.server.keep;

import java.util.concurrent.Callable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A transaction round a part of a piece of work: for what reads, decodes, draws or packs for long
 * and must not hold a connection of the database while it does.
 */
@Component
public class Transactions {
  private final TransactionTemplate reading;
  private final TransactionTemplate writing;

  Transactions(PlatformTransactionManager manager) {
    this.writing = new TransactionTemplate(manager);
    this.reading = new TransactionTemplate(manager);
    this.reading.setReadOnly(true);
  }

  /** What is read at one moment. */
  public <T> T read(Callable<T> work) {
    return in(reading, work);
  }

  /** What is written together or not at all, whatever is thrown. */
  public <T> T write(Callable<T> work) {
    return in(writing, work);
  }

  private static <T> T in(TransactionTemplate transaction, Callable<T> work) {
    Exception[] thrown = new Exception[1];
    T out =
        transaction.execute(
            status -> {
              try {
                return work.call();
              } catch (RuntimeException e) {
                throw e;
              } catch (Exception e) {
                status.setRollbackOnly();
                thrown[0] = e;
                return null;
              }
            });
    if (thrown[0] != null) {
      throw Transactions.<RuntimeException>asIs(thrown[0]);
    }
    return out;
  }

  /** Throws a checked exception as it is: who gave the work knows what it throws. */
  @SuppressWarnings({"unchecked", "TypeParameterUnusedInFormals"})
  private static <E extends Throwable> RuntimeException asIs(Throwable e) throws E {
    throw (E) e;
  }
}
