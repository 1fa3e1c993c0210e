package bivex.server.export;

import bivex.core.InvalidInput;
import bivex.core.kit.Kit;
import bivex.core.kit.KitCheck;
import bivex.core.method.ShotSetting;
import bivex.core.tally.Sheets;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Json;
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
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;

/** Cameras, lenses, heads and cards of a production, and what they can do of a plan. */
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

  /**
   * Cameras, lenses, heads and cards out of a file of them; what is of a name that is not in it
   * stays. All or nothing.
   */
  @Transactional
  public KitView take(Member me, String json) {
    productions.hold(me.productionId());
    Production p = productions.findById(me.productionId()).orElseThrow();
    Kit in;
    try {
      in =
          Json.MAPPER
              .readerFor(Kit.class)
              .with(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
              .readValue(json);
    } catch (JacksonException e) {
      throw new InvalidInput("file", "is no list of cameras: " + e.getOriginalMessage());
    }
    if (in == null) {
      throw new InvalidInput("file", "is empty");
    }
    return kept(me, p, p.kit.with(in));
  }

  /** All of it as a file. */
  @Transactional(readOnly = true)
  public byte[] json(Member me) {
    return Json.MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(me.production().kit);
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

  /**
   * What is there against a plan.
   *
   * @param needs of its rates, rasters and lenses
   * @param heads that repeat its move; empty where it has none
   */
  public record KitAnswers(List<KitCheck.KitNeed> needs, List<KitCheck.KitHead> heads) {}

  /** What is there can do of the plan of a shot. */
  @Transactional(readOnly = true)
  public KitAnswers needs(UUID shot, Member me) {
    ShotBook.Page p = book.one(me.production(), shot);
    ShotSetting setting = me.production().setting(p.shot());
    return new KitAnswers(
        KitCheck.of(p.plan(), setting, me.production().kit),
        KitCheck.heads(p.plan(), setting, me.production().kit));
  }
}
