package bivex.server.cut;

import bivex.core.InvalidInput;
import bivex.core.cut.CutEvent;
import bivex.core.cut.EventKey;
import bivex.core.cut.Moments;
import bivex.core.cut.ShotCut;
import bivex.core.cut.ShotWork;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.keep.Cut;
import bivex.server.keep.CutWord;
import bivex.server.keep.CutWords;
import bivex.server.keep.Cuts;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.live.Journal;
import bivex.server.media.Intake;
import bivex.server.media.StoredFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Cuts come in, what is doubtful in them is answered, and lengths follow them when told. */
@Component
public class CutDesk {
  private final Cuts cuts;
  private final CutWords words;
  private final CutBook book;
  private final Shots shots;
  private final TakeEntries takes;
  private final Intake intake;
  private final Journal journal;
  private final Clock clock;

  CutDesk(
      Cuts cuts,
      CutWords words,
      CutBook book,
      Shots shots,
      TakeEntries takes,
      Intake intake,
      Journal journal,
      Clock clock) {
    this.cuts = cuts;
    this.words = words;
    this.book = book;
    this.shots = shots;
    this.takes = takes;
    this.intake = intake;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param reel empty for the whole picture
   * @param madeOn null for today
   * @param madeBy who cut it
   * @param rate at which labels count where the file tells none; null for the production's
   */
  public record NewCut(
      String name,
      String reel,
      LocalDate madeOn,
      String madeBy,
      String note,
      String rate,
      String fileName) {}

  /**
   * @param shot null for no effect shot
   * @param take null for none that is known
   */
  public record NewCutWord(UUID id, Integer event, UUID shot, UUID take) {}

  public record NewFollow(List<UUID> shots) {}

  /**
   * @param told what could not be moved with it, or lies outside of the cut now
   */
  public record Followed(int shots, List<String> told) {}

  /**
   * Takes in a cut; its file is kept as it came.
   *
   * @return its id
   */
  public UUID take(Member me, InputStream in, NewCut of) throws IOException {
    String name = InvalidInput.title("name", of.name());
    String reel = InvalidInput.words("reel", of.reel());
    if (reel.length() > 40) {
      throw new InvalidInput("reel", "must be at most 40 letters");
    }
    FrameRate rate =
        of.rate() == null || of.rate().isBlank()
            ? me.production().frameRate()
            : FrameRate.parse(of.rate());
    return intake.take(
        in,
        file -> {
          if (Files.size(file) > CutReader.MOST_BYTES) {
            throw new InvalidInput("file", "is larger than 20 MB");
          }
          return CutReader.read(Files.readAllBytes(file), rate);
        },
        (stored, list) -> {
          Cut c = new Cut();
          c.id = UUID.randomUUID();
          c.productionId = me.productionId();
          c.name = name;
          c.reel = reel;
          c.madeOn = Objects.requireNonNullElseGet(of.madeOn(), () -> LocalDate.now(clock));
          c.madeBy = InvalidInput.words("madeBy", of.madeBy());
          c.note = InvalidInput.words("note", of.note());
          c.rate = rate.text();
          c.fileName = of.fileName() == null ? "" : of.fileName();
          c.hash = stored.hash();
          c.bytes = stored.bytes();
          c.addedBy = me.name();
          c.addedAt = clock.instant();
          cuts.saveAndFlush(c);
          journal.record(
              me, "brought in the cut", "cut", c.id.toString(), c.name, Journal.Touches.NOTHING);
          return c.id;
        });
  }

  /** Takes a cut away that no length follows; its answers go with it. */
  @Transactional
  public void remove(UUID cut, Member me) {
    Cut c = cuts.require(cut, me.productionId());
    if (shots.existsByCutId(c.id)) {
      throw new InvalidInput("cut", "has shots whose length follows it, and stays");
    }
    words.deleteAll(words.findByCutIdInOrderBySaidAt(List.of(c.id)));
    cuts.delete(c);
    cuts.flush();
    journal.record(
        me, "took away the cut", "cut", c.id.toString(), c.name, Journal.Touches.NOTHING);
  }

  /** Says what an event is; the newest word counts. */
  @Transactional
  public void say(UUID cut, Member me, NewCutWord in) {
    Cut c = cuts.require(cut, me.productionId());
    List<CutEvent> events = book.list(c).pictures();
    if (in.event() == null || in.event() < 0 || in.event() >= events.size()) {
      throw new InvalidInput("event", "is none of this cut");
    }
    CutEvent event = events.get(in.event());
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!words.existsById(id)) {
      CutWord w = new CutWord();
      w.id = id;
      w.cutId = c.id;
      w.of(EventKey.of(event));
      if (in.take() != null) {
        TakeEntry t =
            takes
                .one(me.productionId(), in.take())
                .map(TakeEntries.Called::take)
                .orElseThrow(() -> new InvalidInput("take", "is none of this production"));
        w.takeId = t.id;
        w.shotId = in.shot() == null ? t.shotId : in.shot();
      } else {
        w.shotId = in.shot();
      }
      if (w.shotId != null
          && shots.findByIdAndProductionId(w.shotId, me.productionId()).isEmpty()) {
        throw new InvalidInput("shot", "is none of this production");
      }
      w.saidBy = me.name();
      w.saidAt = clock.instant();
      words.saveAndFlush(w);
      journal.record(
          me,
          "said what an event is in",
          "cut",
          c.id.toString(),
          c.name + ", " + event.called(),
          Journal.Touches.NOTHING);
    }
  }

  /**
   * Lets the lengths of shots follow a cut. Numbers stay on the frames they are on as long as the
   * cut shows the same take at the same speed; moments of the plan stay on their frames.
   */
  @Transactional
  public Followed follow(UUID cut, Member me, NewFollow in) {
    Cut c = cuts.require(cut, me.productionId());
    if (in.shots() == null || in.shots().isEmpty()) {
      throw new InvalidInput("shots", "must name a shot at least");
    }
    CutBook.Reading r = book.reading(me);
    CutBook.Read read = r.of(c);
    Map<String, ShotWork> work = r.work();
    Map<String, ShotCut> uses =
        read.shots().stream()
            .filter(x -> x.use() == 1)
            .collect(Collectors.toMap(ShotCut::shot, Function.identity()));
    Map<UUID, Shot> wanted =
        shots.findAllById(in.shots()).stream()
            .filter(s -> s.productionId.equals(me.productionId()))
            .collect(Collectors.toMap(s -> s.id, Function.identity()));
    List<String> told = new ArrayList<>();
    List<UUID> touched = new ArrayList<>();
    for (UUID id : in.shots().stream().distinct().toList()) {
      ShotCut now = uses.get(id.toString());
      Shot s = wanted.get(id);
      if (now == null || s == null) {
        throw new NoSuchElementException("There is no such shot in this cut.");
      }
      ShotWork.Follow f = work.get(id.toString()).follow(now);
      Moments moments = Moments.moved(s.methods, s.ownItems, f.earlier(), f.range().frames());
      moments.told().forEach(w -> told.add(s.code + ": " + w));
      s.methods = moments.methods();
      s.ownItems = moments.own();
      s.cutFrames = f.range().frames();
      s.cutFirst = f.range().first();
      s.cutId = c.id;
      s.framesSince = f.anew() ? clock.instant() : s.framesSince;
      touched.add(s.id);
    }
    shots.saveAll(wanted.values());
    shots.flush();
    journal.record(
        me,
        "let lengths follow the cut",
        "cut",
        c.id.toString(),
        c.name + ", " + touched.size() + (touched.size() == 1 ? " shot" : " shots"),
        Journal.Touches.shots(touched));
    return new Followed(touched.size(), told);
  }

  /** The file of a cut as it came. */
  @Transactional(readOnly = true)
  public Kept file(UUID cut, Member me) {
    Cut c = cuts.require(cut, me.productionId());
    return new Kept(new StoredFile(c.hash, "application/octet-stream"), c.fileName);
  }

  /** A file with the name it came under. */
  public record Kept(StoredFile file, String name) {}
}
