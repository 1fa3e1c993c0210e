package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.shot.Lean;
import bivex.core.shot.Stage;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.Productions;
import bivex.server.keep.Shot;
import bivex.server.keep.ShotLean;
import bivex.server.keep.ShotLeans;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Shots that take over something that is made in another: once, and first. */
@Component
public class LeanDesk {
  private final ShotLeans leans;
  private final Shots shots;
  private final Productions productions;
  private final ShotBook book;
  private final Journal journal;
  private final Clock clock;

  LeanDesk(
      ShotLeans leans,
      Shots shots,
      Productions productions,
      ShotBook book,
      Journal journal,
      Clock clock) {
    this.productions = productions;
    this.leans = leans;
    this.shots = shots;
    this.book = book;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param on the shot it leans on
   * @param words what exactly; may be empty
   */
  public record NewLean(UUID on, Lean.What what, String words) {}

  /**
   * @param other the shot at the other end
   * @param there whether what is taken over is made
   * @param omitted whether the other shot is
   * @param twice work that is planned on both
   */
  public record LeanView(
      UUID id,
      UUID other,
      String code,
      String title,
      Lean.What what,
      String called,
      String words,
      String by,
      Stage stage,
      boolean there,
      boolean omitted,
      List<String> twice) {}

  /** What can be taken over, in words. */
  public record LeanWhat(Lean.What what, String called) {}

  /**
   * @param on shots it leans on
   * @param carries shots that lean on it
   * @param whats what can be taken over
   */
  public record LeansView(List<LeanView> on, List<LeanView> carries, List<LeanWhat> whats) {}

  @Transactional(readOnly = true)
  public LeansView leans(UUID shot, Member me) {
    shots.require(shot, me.productionId());
    Map<UUID, ShotBook.Page> pages =
        book.all(me).stream()
            .collect(Collectors.toMap((ShotBook.Page p) -> p.shot().id, Function.identity()));
    List<ShotLean> all = leans.findByProductionIdOrderBySaidAt(me.productionId());
    return new LeansView(
        all.stream().filter(l -> l.shotId.equals(shot)).map(l -> view(l, l.onId, pages)).toList(),
        all.stream().filter(l -> l.onId.equals(shot)).map(l -> view(l, l.shotId, pages)).toList(),
        Arrays.stream(Lean.What.values()).map(w -> new LeanWhat(w, w.words())).toList());
  }

  private static LeanView view(ShotLean l, UUID other, Map<UUID, ShotBook.Page> pages) {
    ShotBook.Page end = pages.get(other);
    ShotBook.Page mine = pages.get(l.shotId);
    ShotBook.Page carrier = pages.get(l.onId);
    return new LeanView(
        l.id,
        other,
        end.shot().code,
        end.shot().title,
        l.what,
        l.what.words(),
        l.words,
        l.saidBy,
        end.ledger().stage(),
        l.lean().there(carrier.plan(), carrier.ledger().items(), carrier.ledger().stage()),
        end.shot().omitted,
        l.lean().twice(mine.plan(), carrier.plan()));
  }

  /** Says that a shot takes something over from another. */
  @Transactional
  public LeansView add(UUID shot, Member me, NewLean in) {
    Shot s = shots.require(shot, me.productionId());
    if (in.on() == null || shots.findByIdAndProductionId(in.on(), me.productionId()).isEmpty()) {
      throw new InvalidInput("on", "must be a shot of this production");
    }
    // Several who say it at once could together turn it in a circle.
    productions.hold(me.productionId());
    Lean lean = new Lean(s.id.toString(), in.on().toString(), in.what());
    List<ShotLean> all = leans.findByProductionIdOrderBySaidAt(me.productionId());
    if (all.stream().anyMatch(l -> l.lean().equals(lean))) {
      throw new InvalidInput("on", "is leaned on for that already");
    }
    lean.mustNotTurn(all.stream().map(ShotLean::lean).toList());
    ShotLean l = new ShotLean();
    l.id = UUID.randomUUID();
    l.productionId = me.productionId();
    l.shotId = s.id;
    l.onId = in.on();
    l.what = in.what();
    l.words = InvalidInput.words("words", in.words());
    l.saidBy = me.name();
    l.saidAt = clock.instant();
    leans.saveAndFlush(l);
    record(me, "leans", s);
    return leans(shot, me);
  }

  /** Takes that back. */
  @Transactional
  public LeansView remove(UUID shot, Member me, UUID id) {
    Shot s = shots.require(shot, me.productionId());
    ShotLean l = leans.require(id, me.productionId());
    if (!l.shotId.equals(s.id)) {
      throw new InvalidInput("lean", "is of another shot");
    }
    leans.delete(l);
    leans.flush();
    record(me, "leans no more", s);
    return leans(shot, me);
  }

  private void record(Member me, String did, Shot s) {
    journal.record(me, did, "shot", s.id.toString(), s.code, Journal.Touches.NOTHING);
  }
}
