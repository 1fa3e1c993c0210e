package bivex.server.script;

import bivex.core.InvalidInput;
import bivex.core.method.ShotSetting;
import bivex.core.script.OwnHeadings;
import bivex.core.script.SceneList;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.core.script.ScriptFile;
import bivex.core.script.ScriptImport;
import bivex.core.script.ScriptNotes;
import bivex.core.script.TypedPages;
import bivex.server.access.Member;
import bivex.server.book.MarkDesk;
import bivex.server.book.Screenplays;
import bivex.server.http.Problems;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import bivex.server.shot.ShotDesk;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Drafts of the script: taken in from whatever they come in, laid out as pages, and given out with
 * their marks as notes.
 */
@Component
public class ScriptDesk {
  private final Drafts drafts;

  private final Shots shots;

  private final Marks marks;

  private final Productions productions;

  private final Screenplays screenplays;

  private final MarkDesk desk;

  private final Journal journal;

  private final ApplicationEventPublisher events;

  private final Clock clock;

  private static final int MOST_NAME = 60;

  private static Incoming read(String fileName, InputStream in, OwnHeadings own)
      throws IOException {
    byte[] bytes = in.readNBytes(PdfPages.MAX_BYTES + 1);
    boolean pdf =
        bytes.length >= 4 && new String(bytes, 0, 4, StandardCharsets.ISO_8859_1).equals("%PDF");
    if (pdf && bytes.length > PdfPages.MAX_BYTES) {
      throw new InvalidInput(
          "script", "is larger than 20 MB; ask for it as plain text, which is about 0.2 MB");
    }
    if (!pdf && bytes.length > ScriptFile.MAX_BYTES) {
      throw new InvalidInput(
          "script", "is larger than 4 MB; a feature script as plain text is about 0.2 MB");
    }
    String name = fileName == null ? "" : fileName.toLowerCase(Locale.ROOT);
    if (pdf) {
      return new Incoming(TypedPages.source("PDF", PdfPages.lines(bytes), own), List.of());
    }
    String text = ScriptFile.decode(bytes);
    if (name.endsWith(".csv")) {
      return new Incoming(SceneList.source(rows(text)), List.of());
    }
    return text(text, own);
  }

  private static Incoming text(String text, OwnHeadings own) {
    ScriptNotes.Read read = ScriptNotes.read(ScriptFile.clean(text));
    // Notes stand in the open syntax only; what was typed out has no place for them.
    return read.marks().isEmpty()
        ? new Incoming(ScriptImport.text(text, own), List.of())
        : new Incoming(
            new ScriptImport.Taken("open syntax", read.source(), List.of()), read.marks());
  }

  private static List<Map<String, String>> rows(String text) {
    char separator = text.lines().findFirst().orElse("").contains(";") ? ';' : ',';
    try (CSVParser csv =
        CSVParser.parse(
            new StringReader(text),
            CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setHeader()
                .setSkipHeaderRecord(true)
                .setIgnoreEmptyLines(true)
                .get())) {
      return csv.getRecords().stream().map(CSVRecord::toMap).toList();
    } catch (IOException | IllegalArgumentException | java.io.UncheckedIOException e) {
      throw new InvalidInput("script", "cannot be read as CSV: " + e.getMessage());
    }
  }

  ScriptDesk(
      Drafts drafts,
      Shots shots,
      Marks marks,
      Productions productions,
      Screenplays screenplays,
      MarkDesk desk,
      Journal journal,
      ApplicationEventPublisher events,
      Clock clock) {
    this.events = events;
    this.clock = clock;
    this.drafts = drafts;
    this.shots = shots;
    this.marks = marks;
    this.productions = productions;
    this.screenplays = screenplays;
    this.desk = desk;
    this.journal = journal;
  }

  /**
   * @param colour word for its colour, may be empty
   * @param format what it was read from
   * @param uncertain what was doubtful in reading it
   * @param marks how many stand in it in which way
   * @param open how many of them somebody must decide
   * @param made codes of shots that its notes named and that were made when it came in; empty at
   *     any other time
   */
  public record DraftView(
      UUID id,
      int number,
      String name,
      String colour,
      LocalDate dated,
      String format,
      String importedBy,
      Instant importedAt,
      int pages,
      int scenes,
      int eighths,
      List<ScriptImport.Uncertain> uncertain,
      Map<Mark.Standing, Integer> marks,
      int open,
      List<String> made,
      long version) {}

  /**
   * The script as pages.
   *
   * @param newest whether it may be marked
   * @param marks where shots stand in it
   */
  public record PagesView(
      UUID id,
      int number,
      String name,
      boolean newest,
      List<Screenplay.TitleLine> title,
      List<SceneView> scenes,
      List<Screenplay.Page> pages,
      List<ShotDesk.MarkView> marks) {}

  /**
   * @param length in pages and eighths, as it is written
   */
  public record SceneView(
      String number,
      String heading,
      String place,
      String time,
      boolean interior,
      boolean exterior,
      boolean night,
      int start,
      int end,
      int firstPage,
      int eighths,
      String length) {}

  /**
   * @param dated date of the draft, or null
   */
  public record PastedDraft(String name, String colour, LocalDate dated, String text) {
    public PastedDraft(String name, String text) {
      this(name, "", null, text);
    }
  }

  /** A file that may be a script, read, but nothing kept of it. */
  private record Incoming(ScriptImport.Taken taken, List<ScriptNotes.Noted> notes) {}

  /** Drafts, the newest first. */
  @Transactional(readOnly = true)
  public List<DraftView> drafts(Member me) {
    List<Marks.Count> counts = marks.counts(me.productionId());
    return drafts.findByProductionIdOrderByNumberDesc(me.productionId()).stream()
        .map(d -> view(d, List.of(), counts))
        .toList();
  }

  /** Takes in a draft that was typed or pasted. */
  @Transactional
  public DraftView paste(Member me, PastedDraft in) {
    return keep(me, in.name(), in.colour(), in.dated(), text(in.text(), me.production().headings));
  }

  private DraftView keep(Member me, String name, String colour, LocalDate dated, Incoming in) {
    String source = in.taken().source();
    OwnHeadings headings = me.production().headings;
    Screenplay play = ScreenplayParser.parse(source, headings);
    productions.hold(me.productionId());
    Draft before = drafts.findFirstByProductionIdOrderByNumberDesc(me.productionId()).orElse(null);
    Draft d = new Draft();
    d.id = UUID.randomUUID();
    d.productionId = me.productionId();
    d.number = before == null ? 1 : before.number + 1;
    d.name =
        name == null || name.isBlank()
            ? "draft " + d.number
            : name.strip().substring(0, Math.min(MOST_NAME, name.strip().length()));
    d.colour = colour(colour);
    d.dated = dated;
    d.format = in.taken().format();
    d.uncertain = in.taken().uncertain().stream().limit(500).toList();
    d.source = source;
    d.headings = headings;
    d.importedBy = me.name();
    d.importedAt = clock.instant();
    drafts.saveAndFlush(d);
    events.publishEvent(new DraftCarrier.CameIn(d, play, before));
    List<String> made =
        desk.carry(
            me, before, d, play, in.notes(), ShotSetting.usualCut(me.production().frameRate()));
    DraftView view = view(d, made, marks.counts(me.productionId()));
    journal.record(
        me,
        "imported",
        "draft",
        d.id.toString(),
        d.name
            + (view.marks().isEmpty()
                ? ""
                : ": "
                    + view.marks().entrySet().stream()
                        .map(e -> e.getValue() + " " + e.getKey().name().toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining(", "))));
    return view;
  }

  /** Words scene headings are written with here, beside those that ship. */
  public record HeadingsView(OwnHeadings words, long version) {}

  @Transactional(readOnly = true)
  public HeadingsView headings(Member me) {
    return new HeadingsView(me.production().headings, me.production().version);
  }

  /** Changes them for drafts that come in from now on; a draft is read as when it came in. */
  @Transactional
  public HeadingsView headings(Member me, String ifMatch, OwnHeadings in) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, p.headings, in);
    p.headings = in;
    productions.saveAndFlush(p);
    journal.record(
        me,
        "changed",
        "heading words",
        p.id.toString(),
        String.join(
            ", ", Stream.of(in.inside(), in.outside(), in.dark()).flatMap(List::stream).toList()),
        Journal.Touches.NOTHING);
    return new HeadingsView(p.headings, p.version);
  }

  /**
   * What a draft is called.
   *
   * @param dated date of the draft, or null
   */
  public record DraftName(String name, String colour, LocalDate dated) {}

  /** Gives a draft another name, colour or date; its words stay. */
  @Transactional
  public DraftView rename(UUID draft, Member me, String ifMatch, DraftName in) {
    Draft d = drafts.require(draft, me.productionId());
    List<Marks.Count> counts = marks.counts(me.productionId());
    Problems.mustBeCurrent(ifMatch, d.version, new DraftName(d.name, d.colour, d.dated), in);
    String before = d.name;
    d.name = InvalidInput.text("name", in.name());
    if (d.name.length() > MOST_NAME) {
      throw new InvalidInput("name", "must have at most " + MOST_NAME + " characters");
    }
    d.colour = colour(in.colour());
    d.dated = in.dated();
    drafts.saveAndFlush(d);
    journal.record(
        me,
        "renamed",
        "draft",
        d.id.toString(),
        before.equals(d.name) ? d.name : before + " is " + d.name + " now",
        Journal.Touches.ALL);
    return view(d, List.of(), counts);
  }

  private static String colour(String in) {
    String out = InvalidInput.words("colour", in);
    if (out.length() > 30) {
      throw new InvalidInput(
          "colour", "is a word of at most 30 letters, such as blue or second pink");
    }
    return out;
  }

  /**
   * Takes the newest draft back, as long as no shot was made on it; marks stand again as they did
   * in the one before.
   */
  @Transactional
  public List<DraftView> takeBack(UUID draft, Member me) {
    Draft d = desk.hold(me, draft);
    Draft before =
        drafts
            .findFirstByProductionIdAndNumberLessThanOrderByNumberDesc(me.productionId(), d.number)
            .orElse(null);
    Map<UUID, List<Mark>> earlier =
        before == null
            ? Map.of()
            : marks.of(me.productionId(), before.id).stream()
                .collect(Collectors.groupingBy(m -> m.shotId));
    List<Mark> here = marks.of(me.productionId(), d.id);
    long made =
        here.stream().map(m -> m.shotId).distinct().filter(s -> !earlier.containsKey(s)).count();
    if (made > 0) {
      throw new InvalidInput(
          "draft",
          made
              + (made == 1 ? " shot was" : " shots were")
              + " made on "
              + d.name
              + "; import the right draft instead, and they go along");
    }
    marks.deleteByDraftId(d.id);
    marks.flush();
    drafts.delete(d);
    drafts.flush();
    if (before != null) {
      Screenplay play = screenplays.of(before);
      Map<UUID, Shot> all =
          shots.findByProductionIdOrderByCode(me.productionId()).stream()
              .collect(Collectors.toMap(s -> s.id, Function.identity()));
      earlier.forEach(
          (id, list) ->
              list.stream()
                  .filter(Mark::sure)
                  .findFirst()
                  .ifPresent(m -> all.get(id).scene = play.sceneAt(m.markStart).number()));
    }
    journal.record(me, "took back", "draft", d.id.toString(), d.name);
    return drafts(me);
  }

  /** A draft as pages; "latest" is the newest. */
  @Transactional(readOnly = true)
  public PagesView pages(String draft, Member me) {
    Draft newest = desk.newest(me.productionId());
    Draft d = find(me, draft);
    Screenplay p = screenplays.of(d);
    return new PagesView(
        d.id,
        d.number,
        d.name,
        d.id.equals(newest.id),
        p.titlePage(),
        p.scenes().stream().map(ScriptDesk::scene).toList(),
        p.pages(),
        marks.of(me.productionId(), d.id).stream().map(ShotDesk.MarkView::of).toList());
  }

  private Draft find(Member me, String draft) {
    if (draft.equals("latest")) {
      return desk.newest(me.productionId());
    }
    try {
      return drafts.require(UUID.fromString(draft), me.productionId());
    } catch (IllegalArgumentException | NoSuchElementException e) {
      throw new NoSuchElementException("There is no such draft.");
    }
  }

  static SceneView scene(Screenplay.Scene s) {
    return new SceneView(
        s.number(),
        s.heading(),
        s.place(),
        s.time(),
        s.interior(),
        s.exterior(),
        s.night(),
        s.start(),
        s.end(),
        s.firstPage(),
        s.eighths(),
        s.length());
  }

  private DraftView view(Draft d, List<String> made, List<Marks.Count> counts) {
    Screenplay p = screenplays.of(d);
    Map<Mark.Standing, Integer> standing = new EnumMap<>(Mark.Standing.class);
    counts.stream()
        .filter(c -> c.draft().equals(d.id))
        .forEach(c -> standing.put(c.standing(), (int) c.marks()));
    return new DraftView(
        d.id,
        d.number,
        d.name,
        d.colour,
        d.dated,
        d.format,
        d.importedBy,
        d.importedAt,
        p.pages().size(),
        p.scenes().size(),
        p.eighths(),
        d.uncertain,
        standing,
        standing.entrySet().stream()
            .filter(e -> !e.getKey().sure())
            .mapToInt(Map.Entry::getValue)
            .sum(),
        made,
        d.version);
  }

  /** A draft that came as a file; told apart by what is in it. */
  @Transactional
  public DraftView upload(
      Member me, String name, String colour, LocalDate dated, String fileName, InputStream in)
      throws IOException {
    return keep(me, name, colour, dated, read(fileName, in, me.production().headings));
  }

  /** A draft as a file of the open syntax. */
  record Script(String name, String text) {}

  @Transactional(readOnly = true)
  Script export(String draft, Member me, boolean notes) {
    Draft d = find(me, draft);
    Map<UUID, Shot> all =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .filter(s -> !s.omitted)
            .collect(Collectors.toMap(s -> s.id, Function.identity()));
    List<ScriptNotes.Noted> noted =
        marks.of(me.productionId(), d.id).stream()
            .filter(m -> m.sure() && all.containsKey(m.shotId))
            .map(
                m ->
                    new ScriptNotes.Noted(
                        all.get(m.shotId).code, all.get(m.shotId).title, m.markStart, m.markEnd))
            .toList();
    String name =
        me.production().code + "-" + d.name.replaceAll("[^A-Za-z0-9.-]+", "-") + ".fountain";
    return new Script(name, notes ? ScriptNotes.write(d.source, noted) : d.source);
  }
}
