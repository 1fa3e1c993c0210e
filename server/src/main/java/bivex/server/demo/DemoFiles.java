package bivex.server.demo;

import bivex.core.work.WorkFile;
import bivex.core.work.WorkFiles;
import bivex.server.access.Member;
import bivex.server.work.WorkFileDesk;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Where the demo's artists have their work, and a composite that is stale. */
@Component
class DemoFiles {
  private final WorkFileDesk desk;

  DemoFiles(WorkFileDesk desk) {
    this.desk = desk;
  }

  /**
   * @param titled shots by their titles
   */
  void load(Member piotr, Map<String, UUID> titled) {
    UUID flags = titled.get("The signal flags vanish");
    make(piotr, flags, "task:B1/split", "the mast is the edge");
    make(piotr, flags, "composite", "");
    make(piotr, flags, "task:B1/split", "softer where the flags were");
    UUID table = titled.get("Two Ineses at the chart table");
    make(piotr, table, "composite", "as it was agreed");
  }

  private void make(Member me, UUID shot, String key, String words) {
    WorkFileDesk.WorkFilesView view = desk.files(me, shot);
    WorkFileDesk.WorkOfTask t =
        view.tasks().stream().filter(x -> x.task().endsWith(key)).findFirst().orElseThrow();
    List<WorkFile.Source> from =
        t.from().stream().filter(WorkFiles.Offered::usual).map(WorkFiles.Offered::source).toList();
    desk.make(
        me,
        shot,
        new WorkFileDesk.NewWorkFile(
            null, t.task(), t.expected() + ".%04d.exr", null, from, words));
  }
}
