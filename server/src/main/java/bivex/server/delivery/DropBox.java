package bivex.server.delivery;

import java.io.IOException;
import java.nio.file.Path;

/** Where a client takes packages in. */
public interface DropBox {
  /**
   * @param words receipt number, or why it was refused
   */
  record Answer(boolean accepted, String words) {}

  /**
   * Hands a package over and waits for the answer.
   *
   * @param folder with the files and SHA256SUMS
   * @param name of the package, safe as a folder name
   */
  Answer hand(Path folder, String name) throws IOException;
}
