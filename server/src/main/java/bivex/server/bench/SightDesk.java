package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.plate.SightRecord;
import bivex.server.access.Member;
import bivex.server.keep.MeasureWord;
import bivex.server.keep.MeasureWords;
import bivex.server.keep.PlateMeasure;
import bivex.server.keep.PlateMeasures;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What people say of measurements that were kept, and how often those proved right. */
@Component
public class SightDesk {
  private final PlateMeasures measures;
  private final MeasureWords words;
  private final Journal journal;
  private final Clock clock;

  SightDesk(PlateMeasures measures, MeasureWords words, Journal journal, Clock clock) {
    this.measures = measures;
    this.words = words;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param id of the word; saying it again with the same id changes nothing
   * @param matched whether the plates did match
   * @param note why; may be empty
   */
  public record NewMeasureWord(UUID id, Boolean matched, String note) {}

  /** A word that was said. */
  public record WordView(boolean matched, String note, String saidBy, Instant saidAt) {
    static WordView of(MeasureWord w) {
      return new WordView(w.matched, w.note, w.saidBy, w.saidAt);
    }
  }

  /** Agrees with or contradicts what was measured; what was measured stays as it is. */
  @Transactional
  public void say(Member me, UUID measure, NewMeasureWord in) {
    if (in.id() == null) {
      throw new InvalidInput("id", "must be given");
    }
    if (in.matched() == null) {
      throw new InvalidInput("matched", "must be true or false");
    }
    String note = in.note() == null ? "" : InvalidInput.words("note", in.note());
    PlateMeasure m = measures.require(measure, me.productionId());
    if (words.existsById(in.id())) {
      return;
    }
    MeasureWord w = new MeasureWord();
    w.id = in.id();
    w.productionId = me.productionId();
    w.measureId = m.id;
    w.matched = in.matched();
    w.note = note;
    w.saidBy = me.name();
    w.saidAt = clock.instant();
    words.saveAndFlush(w);
    journal.record(
        me,
        w.matched ? "said it did match" : "said it did not match",
        "take",
        m.secondTake.toString(),
        m.verdict,
        Journal.Touches.NOTHING);
  }

  Map<UUID, MeasureWords.Spoken> of(Member me) {
    return words.newest(me.productionId()).stream()
        .collect(
            Collectors.toMap(MeasureWords.Spoken::measureId, Function.identity(), (a, b) -> b));
  }

  SightRecord record(Member me, Map<UUID, MeasureWords.Spoken> spoken) {
    return SightRecord.of(
        (int) measures.countByProductionId(me.productionId()),
        spoken.values().stream()
            .map(s -> new SightRecord.Word(s.agrees(), s.word().matched))
            .toList());
  }
}
