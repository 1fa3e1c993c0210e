package bivex.server.delivery;

import bivex.core.InvalidInput;
import bivex.core.delivery.MediaWanted;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import bivex.server.keep.SpecEntries;
import bivex.server.keep.SpecEntry;
import bivex.server.live.Journal;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What clients want, written once, and carried from one production to another. */
@Component
public class SpecDesk {
  /** Where the form of a file of one is published. */
  public static final String SCHEMA = "/api/schemas/delivery-specification";

  /** So many of one name are told apart by a number. */
  private static final int ALIKE = 1000;

  private final SpecEntries specs;
  private final Journal journal;

  SpecDesk(SpecEntries specs, Journal journal) {
    this.specs = specs;
    this.journal = journal;
  }

  /**
   * @param asked what is asked of the file, in words
   * @param words what else is asked for; may be empty
   * @param answerDays how long an answer usually takes; null where nobody said
   */
  public record SpecView(
      UUID id,
      String name,
      Raster raster,
      String rate,
      String rateName,
      int handles,
      String pattern,
      MediaWanted media,
      List<String> asked,
      String words,
      Double answerDays,
      long version) {}

  /**
   * @param media of the file itself; null for anything
   * @param words null for none
   */
  public record NewSpec(
      String name,
      Raster raster,
      String rate,
      int handles,
      String pattern,
      MediaWanted media,
      String words,
      Double answerDays) {}

  /**
   * A specification as a file.
   *
   * @param schema where its form is published
   */
  public record NewSpecFile(String schema, NewSpec specification) {}

  @Transactional(readOnly = true)
  public List<SpecView> specs(Member me) {
    return specs.findByProductionIdOrderByName(me.productionId()).stream()
        .map(SpecDesk::view)
        .toList();
  }

  @Transactional
  public SpecView add(Member me, NewSpec in) {
    return keep(me, fresh(me), in, "added");
  }

  @Transactional
  public SpecView change(UUID spec, Member me, String ifMatch, NewSpec in) {
    SpecEntry s = specs.require(spec, me.productionId());
    Problems.mustBeCurrent(ifMatch, s.version, view(s), in);
    return keep(me, s, in, "changed");
  }

  /** As it is carried elsewhere. */
  @Transactional(readOnly = true)
  public NewSpecFile file(UUID spec, Member me) {
    SpecEntry s = specs.require(spec, me.productionId());
    return new NewSpecFile(
        SCHEMA,
        new NewSpec(
            s.name,
            new Raster(s.width, s.height),
            s.rate,
            s.handles,
            s.pattern,
            s.media,
            s.words,
            s.answerDays));
  }

  /**
   * Takes one in that was written elsewhere; where its name is taken here, with a number after it.
   *
   * @throws InvalidInput naming what is wrong with it
   */
  @Transactional
  public SpecView take(Member me, NewSpecFile in) {
    if (in.specification() == null) {
      throw new InvalidInput("specification", "is missing");
    }
    if (in.schema() != null && !in.schema().equals(SCHEMA)) {
      throw new InvalidInput("schema", "is that of something else, not " + SCHEMA);
    }
    NewSpec e = in.specification();
    String name = InvalidInput.title("name", e.name());
    List<String> taken =
        specs.findByProductionIdOrderByName(me.productionId()).stream().map(s -> s.name).toList();
    String free = name;
    for (int i = 2; taken.contains(free) && i < ALIKE; i++) {
      free = name + " " + i;
    }
    return keep(
        me,
        fresh(me),
        new NewSpec(
            free,
            e.raster(),
            e.rate(),
            e.handles(),
            e.pattern(),
            e.media(),
            e.words(),
            e.answerDays()),
        "took in");
  }

  private static SpecEntry fresh(Member me) {
    SpecEntry s = new SpecEntry();
    s.id = UUID.randomUUID();
    s.productionId = me.productionId();
    return s;
  }

  private SpecView keep(Member me, SpecEntry s, NewSpec in, String action) {
    s.name = InvalidInput.title("name", in.name());
    if (in.raster() == null) {
      throw new InvalidInput("raster", "needs a width and a height");
    }
    s.width = in.raster().width();
    s.height = in.raster().height();
    s.rate = FrameRate.parse(in.rate()).text();
    s.handles = in.handles();
    s.pattern = in.pattern();
    s.media = in.media() == null || in.media().equals(MediaWanted.ANY) ? null : in.media();
    s.words = in.words() == null ? "" : in.words().strip();
    s.answerDays = in.answerDays();
    s.spec();
    specs.saveAndFlush(s);
    journal.record(me, action, "spec", s.id.toString(), s.name);
    return view(s);
  }

  static SpecView view(SpecEntry s) {
    return new SpecView(
        s.id,
        s.name,
        new Raster(s.width, s.height),
        s.rate,
        FrameRate.parse(s.rate).name(),
        s.handles,
        s.pattern,
        s.media == null ? MediaWanted.ANY : s.media,
        s.media == null ? List.of() : s.media.asked(),
        s.words,
        s.answerDays,
        s.version);
  }
}
