package bivex.server.delivery;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Where a client takes packages in. */
public interface DropBox {
  /**
   * What is said to one file.
   *
   * @param words receipt number, or why it was refused
   */
  record FileAnswer(String file, boolean accepted, String words) {}

  /**
   * @param files what is said to each file that was handed over, in their order
   * @param words of the whole
   */
  record Answer(List<FileAnswer> files, String words) {
    public boolean accepted() {
      return files.stream().allMatch(FileAnswer::accepted);
    }
  }

  /**
   * Hands files of a package over, with its manifests and lists, and waits for the answer.
   *
   * @param folder of the package
   * @param name of the package, safe as a folder name
   * @param files names of those that go
   */
  Answer hand(Path folder, String name, List<String> files) throws IOException;
}
