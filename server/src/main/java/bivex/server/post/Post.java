package bivex.server.post;

import bivex.core.work.Letter;
import java.io.IOException;
import java.util.UUID;

/** What carries letters. */
public interface Post {
  /** Whether it is the stand-in that ships: letters are kept, nobody gets them. */
  boolean standIn();

  /**
   * Hands a letter over.
   *
   * @throws IOException saying why it could not be
   */
  void send(UUID id, String address, Letter letter) throws IOException;
}
