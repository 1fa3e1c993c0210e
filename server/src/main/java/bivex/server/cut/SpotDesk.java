package bivex.server.cut;

import bivex.core.InvalidInput;
import bivex.core.cut.Spot;
import bivex.core.method.OwnItem;
import bivex.server.access.Member;
import bivex.server.http.Pages;
import bivex.server.keep.Cut;
import bivex.server.keep.Cuts;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.SpotWord;
import bivex.server.keep.SpotWords;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Moments that are heard, at their place in a cut, and what is said of them. */
@Component
public class SpotDesk {
  private final Cuts cuts;
  private final CutBook book;
  private final Shots shots;
  private final SpotWords words;
  private final Journal journal;
  private final Clock clock;

  SpotDesk(Cuts cuts, CutBook book, Shots shots, SpotWords words, Journal journal, Clock clock) {
    this.cuts = cuts;
    this.book = book;
    this.shots = shots;
    this.words = words;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param seconds wanted length; 0 for a single moment
   * @param at label in the cut
   * @param there what the cut itself has to be heard there; may be empty
   */
  public record SpotLine(
      UUID shot,
      String code,
      String spot,
      int frame,
      String at,
      String what,
      String kind,
      double seconds,
      boolean inCut,
      String there,
      String source,
      String licence,
      String who,
      boolean done) {}

  public record SpotPage(List<SpotLine> spots, int total, int done, boolean more) {}

  /**
   * @param spot key of the moment
   */
  public record NewSpotWord(
      UUID id, String spot, String source, String licence, String who, Boolean done) {}

  @Transactional(readOnly = true)
  public SpotPage spots(UUID cut, Member me, int page, int size) {
    List<Spot.Line> all = lines(me, cuts.require(cut, me.productionId()));
    Pages.Slice<Spot.Line> slice = Pages.of(all, page, size);
    return new SpotPage(
        slice.lines().stream().map(SpotDesk::view).toList(),
        slice.total(),
        (int) all.stream().filter(l -> l.word().done()).count(),
        slice.more());
  }

  private static SpotLine view(Spot.Line l) {
    Spot s = l.spot();
    return new SpotLine(
        UUID.fromString(l.shot()),
        l.code(),
        s.key(),
        s.frame(),
        l.at().label(),
        s.what(),
        s.kind().words(),
        l.seconds(),
        s.inCut(),
        l.there(),
        l.word().source(),
        l.word().licence(),
        l.word().who(),
        l.word().done());
  }

  /** Moments of all its shots in the order of a cut. */
  List<Spot.Line> lines(Member me, Cut cut) {
    CutBook.Reading r = book.reading(me);
    Map<UUID, List<OwnItem>> own =
        r.pages().stream().collect(Collectors.toMap(p -> p.shot().id, p -> p.shot().ownItems));
    Map<UUID, Map<String, Spot.Word>> said = new HashMap<>();
    words
        .findByProductionIdOrderBySaidAt(me.productionId())
        .forEach(
            w ->
                said.computeIfAbsent(w.shotId, k -> new HashMap<>())
                    .put(w.spot, new Spot.Word(w.source, w.licence, w.who, w.done)));
    return r.sheet(cut).rows().stream()
        .flatMap(
            row -> {
              UUID shot = UUID.fromString(row.shot());
              return Spot.lines(
                  row,
                  r.of(cut).list(),
                  r.work().get(row.shot()),
                  own.get(shot),
                  said.getOrDefault(shot, Map.of()))
                  .stream();
            })
        .toList();
  }

  /** Says where the sound of a moment comes from; the newest word counts. */
  @Transactional
  public void say(UUID shot, Member me, NewSpotWord in) {
    Shot s = shots.require(shot, me.productionId());
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (words.existsById(id)) {
      return;
    }
    SpotWord w = new SpotWord();
    w.id = id;
    w.productionId = me.productionId();
    w.shotId = s.id;
    w.spot = InvalidInput.title("spot", in.spot());
    w.source = InvalidInput.words("source", in.source());
    w.licence = InvalidInput.words("licence", in.licence());
    w.who = InvalidInput.words("who", in.who());
    w.done = Boolean.TRUE.equals(in.done());
    w.saidBy = me.name();
    w.saidAt = clock.instant();
    words.saveAndFlush(w);
    journal.record(
        me, "spotted a sound of", "shot", s.id.toString(), s.code, Journal.Touches.NOTHING);
  }
}
