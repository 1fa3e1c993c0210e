package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.method.ShotSetting;
import bivex.core.shot.MusicMeets;
import bivex.core.time.Music;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.MusicPiece;
import bivex.server.keep.MusicPieces;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Music of a production, and what of a shot meets it. */
@Component
public class MusicDesk {
  private final MusicPieces pieces;
  private final Shots shots;
  private final ShotBook book;
  private final Journal journal;
  private final Clock clock;

  MusicDesk(MusicPieces pieces, Shots shots, ShotBook book, Journal journal, Clock clock) {
    this.pieces = pieces;
    this.shots = shots;
    this.book = book;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param perMinute beats a minute; null where it was tapped
   * @param first time of the first beat, s
   * @param seconds how long it is
   * @param inBar beats in a bar
   * @param taps times, s; empty where the tempo is typed
   */
  public record NewMusic(
      UUID id,
      String name,
      Double perMinute,
      Double first,
      Double seconds,
      Integer inBar,
      List<Double> taps,
      List<Music.Phrase> phrases) {}

  /**
   * @param said its tempo in words
   * @param shots how many are laid on it
   */
  public record MusicView(
      UUID id,
      String name,
      String said,
      int beats,
      List<Music.Phrase> phrases,
      String by,
      int shots) {}

  /**
   * @param music null for none
   * @param start time of it at the first frame of the cut, s
   */
  public record NewShotMusic(UUID music, Double start) {}

  /**
   * @param music null where the shot is laid on none
   * @param marks of it within the cut with its handles
   */
  public record ShotMusic(
      UUID music, Double start, List<MusicMeets.FrameMark> marks, List<MusicMeets.Meet> meets) {}

  @Transactional(readOnly = true)
  public List<MusicView> all(Member me) {
    List<Shot> laid = shots.findByProductionIdOrderByCode(me.productionId());
    return pieces.findByProductionIdOrderByAddedAt(me.productionId()).stream()
        .map(
            p ->
                new MusicView(
                    p.id,
                    p.music.name(),
                    p.music.said(),
                    p.music.beats().size(),
                    p.music.phrases(),
                    p.addedBy,
                    (int) laid.stream().filter(s -> p.id.equals(s.musicId)).count()))
        .toList();
  }

  /** Adds music, of a tempo or as it was tapped. Sending the same id again changes nothing. */
  @Transactional
  public List<MusicView> add(Member me, NewMusic in) {
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (pieces.existsById(id)) {
      pieces.require(id, me.productionId());
      return all(me);
    }
    MusicPiece p = new MusicPiece();
    p.id = id;
    p.productionId = me.productionId();
    p.music = music(in);
    p.addedBy = me.name();
    p.addedAt = clock.instant();
    pieces.saveAndFlush(p);
    record(me, "added music", "music", p.id, p.music.name(), Journal.Touches.NOTHING);
    return all(me);
  }

  private static Music music(NewMusic in) {
    int inBar = in.inBar() == null ? 4 : in.inBar();
    List<Music.Phrase> phrases = in.phrases() == null ? List.of() : in.phrases();
    if (in.seconds() == null) {
      throw new InvalidInput("seconds", "must be given");
    }
    if (in.taps() != null && !in.taps().isEmpty()) {
      return Music.tapped(in.name(), in.taps(), in.seconds(), inBar, phrases);
    }
    if (in.perMinute() == null) {
      throw new InvalidInput("perMinute", "must be given, or beats tapped");
    }
    return Music.typed(
        in.name(),
        in.perMinute(),
        in.first() == null ? 0 : in.first(),
        in.seconds(),
        inBar,
        phrases);
  }

  private void record(
      Member me, String did, String subject, UUID id, String detail, Journal.Touches touches) {
    journal.record(me, did, subject, id.toString(), detail, touches);
  }

  /** Takes music away that no shot is laid on. */
  @Transactional
  public List<MusicView> remove(UUID music, Member me) {
    MusicPiece p = pieces.require(music, me.productionId());
    if (shots.findByProductionIdOrderByCode(me.productionId()).stream()
        .anyMatch(s -> p.id.equals(s.musicId))) {
      throw new InvalidInput("music", "has shots laid on it; take them off first");
    }
    pieces.delete(p);
    pieces.flush();
    record(me, "removed music", "music", p.id, p.music.name(), Journal.Touches.NOTHING);
    return all(me);
  }

  @Transactional(readOnly = true)
  public ShotMusic of(UUID shot, Member me) {
    return view(me, shots.require(shot, me.productionId()));
  }

  private ShotMusic view(Member me, Shot s) {
    MusicPiece p =
        s.musicId == null
            ? null
            : pieces.findByIdAndProductionId(s.musicId, me.productionId()).orElse(null);
    if (p == null) {
      return new ShotMusic(null, null, List.of(), List.of());
    }
    ShotSetting setting = me.production().setting(s);
    return new ShotMusic(
        p.id,
        s.musicStart,
        MusicMeets.marks(setting, p.music, s.musicStart),
        MusicMeets.of(book.one(me.production(), s.id).plan(), setting, p.music, s.musicStart));
  }

  /** Lays a shot on music, or takes it off. */
  @Transactional
  public ShotMusic lay(UUID shot, Member me, NewShotMusic in) {
    Shot s = shots.require(shot, me.productionId());
    if (in.music() != null) {
      if (pieces.findByIdAndProductionId(in.music(), me.productionId()).isEmpty()) {
        throw new InvalidInput("music", "is none of this production");
      }
      if (in.start() == null) {
        throw new InvalidInput("start", "must be given");
      }
      InvalidInput.within("start", in.start(), -60, 3600);
    }
    s.musicId = in.music();
    s.musicStart = in.music() == null ? null : in.start();
    shots.saveAndFlush(s);
    record(
        me,
        in.music() == null ? "is on no music any more" : "is laid on music",
        "shot",
        s.id,
        s.code,
        Journal.Touches.NOTHING);
    return view(me, s);
  }
}
