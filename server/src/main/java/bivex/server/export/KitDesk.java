package bivex.server.export;

import bivex.core.InvalidInput;
import bivex.core.kit.Kit;
import bivex.core.kit.KitCheck;
import bivex.core.tally.Sheets;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.live.Journal;
import bivex.server.papers.TablePaper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Cameras and lenses of a production, and what they can do of a plan. */
@Component
public class KitDesk {
  private final Productions productions;
  private final ShotBook book;
  private final Journal journal;

  KitDesk(Productions productions, ShotBook book, Journal journal) {
    this.productions = productions;
    this.book = book;
    this.journal = journal;
  }

  public record KitView(Kit kit, long version) {}

  private static KitView view(Production p) {
    return new KitView(p.kit, p.version);
  }

  @Transactional(readOnly = true)
  public KitView kit(Member me) {
    return view(me.production());
  }

  /** Sets what is there. */
  @Transactional
  public KitView set(Member me, String ifMatch, Kit in) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, p.kit, in);
    return kept(me, p, in.checked());
  }

  /**
   * One way a body records, beside what is known.
   *
   * @param row by the names of the list's columns, as typed
   */
  @Transactional
  public KitView add(Member me, Map<String, String> row) {
    productions.hold(me.productionId());
    Production p = productions.findById(me.productionId()).orElseThrow();
    return kept(me, p, p.kit.beside(row));
  }

  /** Bodies as a list of their modes has them; all or nothing. */
  @Transactional
  public KitView read(Member me, String text) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    return kept(me, p, p.kit.reading(rows(text)));
  }

  /**
   * Rows of such a list.
   *
   * @throws InvalidInput naming {@code file} when it is none
   */
  public static List<Map<String, String>> rows(String text) {
    List<Map<String, String>> rows = new ArrayList<>();
    try (CSVParser csv = DayTakes.csv(text)) {
      for (CSVRecord r : csv) {
        Map<String, String> row = new HashMap<>();
        for (String c : Kit.COLUMNS) {
          row.put(c, r.isMapped(c) && r.isSet(c) ? r.get(c) : "");
        }
        rows.add(row);
      }
    } catch (IllegalArgumentException | UncheckedIOException e) {
      throw new InvalidInput("file", "cannot be read as CSV: " + e.getMessage());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return rows;
  }

  private KitView kept(Member me, Production p, Kit kit) {
    p.kit = kit;
    productions.saveAndFlush(p);
    journal.record(
        me,
        "set the cameras",
        "production",
        p.id.toString(),
        kit.bodies().size() + " bodies",
        Journal.Touches.NOTHING);
    return view(p);
  }

  /** The modes of all bodies as a list. */
  @Transactional(readOnly = true)
  public byte[] list(Member me) throws IOException {
    return TablePaper.csv(
        new Sheets.Table("Cameras", Kit.COLUMNS, List.of(), me.production().kit.rows(), ""),
        me.production().lists);
  }

  /** What the cameras can do of the plan of a shot. */
  @Transactional(readOnly = true)
  public List<KitCheck.KitNeed> needs(UUID shot, Member me) {
    ShotBook.Page p = book.one(me.production(), shot);
    return KitCheck.of(p.plan(), me.production().setting(p.shot().cutFrames), me.production().kit);
  }
}
