package bivex.server.review;

import static bivex.core.crew.Role.GUEST;

import bivex.core.InvalidInput;
import bivex.core.review.FramePlace;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRange;
import bivex.core.time.Timecode;
import bivex.server.access.Member;
import bivex.server.keep.Invitation;
import bivex.server.keep.Invitations;
import bivex.server.keep.Marks;
import bivex.server.keep.Memberships;
import bivex.server.keep.NoteAnswer;
import bivex.server.keep.NoteAnswers;
import bivex.server.keep.ReviewNote;
import bivex.server.keep.ReviewNotes;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.VerdictEntries;
import bivex.server.keep.VerdictEntry;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.live.Journal;
import bivex.server.media.Intake;
import bivex.server.media.MediaProbe;
import bivex.server.media.StoredFile;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Versions, notes and verdicts. A guest sees and notes the shots they are invited to, and nothing
 * else.
 */
@Component
public class Reviews {
  private final Intake intake;
  private final VersionEntries versions;

  private final ReviewNotes notes;

  private final NoteAnswers answers;

  private final VerdictEntries verdicts;

  private final Shots shots;

  private final Marks marks;

  private final MediaProbe probe;

  private final Journal journal;

  private final Memberships memberships;

  private final Invitations invitations;

  private final Clock clock;

  private static VersionView view(Member me, Shot s, VersionEntry v, List<VerdictEntry> said) {
    VersionFacts f = v.facts();
    return new VersionView(
        v.id,
        v.number,
        v.fileName,
        v.type,
        v.bytes,
        f,
        f.still() ? null : f.rate().name(),
        f.still() ? 0 : f.rate().fps(),
        v.firstFrame,
        f.against(v.place(s), me.production().wanted(s)),
        v.note,
        v.uploadedBy,
        v.uploadedAt,
        said.stream()
            .map(x -> new VerdictView(x.verdict, x.reason, x.standard, x.saidBy, x.saidAt))
            .toList());
  }

  private static String timecode(Member me, int frame) {
    int offset = frame - me.production().firstFrame;
    return offset < 0
        ? "−" + new Timecode(me.production().frameRate(), false, -offset).label()
        : new Timecode(me.production().frameRate(), false, offset).label();
  }

  Reviews(
      Intake intake,
      VersionEntries versions,
      ReviewNotes notes,
      NoteAnswers answers,
      VerdictEntries verdicts,
      Shots shots,
      MediaProbe probe,
      Journal journal,
      Memberships memberships,
      Invitations invitations,
      Marks marks,
      Clock clock) {
    this.intake = intake;
    this.clock = clock;
    this.marks = marks;
    this.memberships = memberships;
    this.invitations = invitations;
    this.versions = versions;
    this.notes = notes;
    this.answers = answers;
    this.verdicts = verdicts;
    this.shots = shots;
    this.probe = probe;
    this.journal = journal;
  }

  /**
   * @param firstFrame number of the file's first frame; it stays, however the cut changes
   */
  public record VersionView(
      UUID id,
      int number,
      String fileName,
      String type,
      long bytes,
      VersionFacts facts,
      String rateName,
      double fps,
      int firstFrame,
      List<VersionFacts.FactCheck> checks,
      String note,
      String uploadedBy,
      Instant uploadedAt,
      List<VerdictView> verdicts) {}

  public record VerdictView(
      Verdict verdict, String reason, VerdictEntry.Standard standard, String by, Instant at) {}

  /**
   * @param timecode of the frame, counted from the production's first number as 00:00:00:00; it
   *     stays however the cut changes
   * @param open whether it is carried on
   */
  public record NoteView(
      UUID id,
      int version,
      int frame,
      String timecode,
      String words,
      String by,
      Instant at,
      List<AnswerView> answers,
      boolean open) {}

  public record AnswerView(int version, String words, String by, Instant at) {}

  public record ReviewView(
      UUID shot,
      String code,
      String title,
      String intent,
      String excerpt,
      int cutFirst,
      int cutLast,
      List<VersionView> versions,
      List<NoteView> notes,
      List<UUID> guests) {}

  public record NewGuest(UUID person) {}

  public record NewNote(UUID id, Integer frame, String words) {}

  public record NewAnswer(UUID id, UUID version, String words) {}

  public record NewVerdict(
      UUID id, Verdict verdict, String reason, VerdictEntry.Standard standard) {}

  @Transactional(readOnly = true)
  public ReviewView review(UUID shot, Member me) {
    return view(me, visible(me, shot));
  }

  /**
   * Takes in a version from a stream.
   *
   * @param firstFrame number of its first frame; null where that follows from its length
   */
  public ReviewView take(
      Member me, UUID shot, InputStream in, String fileName, String note, Integer firstFrame)
      throws IOException {
    Shot s = visible(me, shot);
    if (firstFrame != null) {
      InvalidInput.within("firstFrame", firstFrame, -1_000_000L, 10_000_000L);
    }
    return intake.take(
        in,
        file -> probe.probe(file, fileName),
        (stored, found) -> {
          shots.hold(s.id);
          VersionEntry v = new VersionEntry();
          v.id = UUID.randomUUID();
          v.productionId = me.productionId();
          v.shotId = s.id;
          v.number =
              1
                  + Math.max(
                      shots.require(s.id, me.productionId()).numbersUsed,
                      versions.findByShotIdOrderByNumberDesc(s.id).stream()
                          .mapToInt(x -> x.number)
                          .max()
                          .orElse(0));
          v.fileName = fileName;
          v.hash = stored.hash();
          v.type = found.type();
          v.bytes = stored.bytes();
          v.width = found.facts().raster().width();
          v.height = found.facts().raster().height();
          v.rate = found.facts().rate() == null ? null : found.facts().rate().text();
          v.frames = found.facts().frames();
          v.clip = found.facts().clip();
          FramePlace place =
              firstFrame != null
                  ? new FramePlace(firstFrame, true)
                  : FramePlace.of(v.frames, me.production().range(s), me.production().handles);
          v.firstFrame = place.first();
          v.placed = place.sure();
          v.note = InvalidInput.words("note", note);
          v.uploadedBy = me.name();
          v.uploadedAt = clock.instant();
          versions.saveAndFlush(v);
          journal.record(
              me,
              "uploaded",
              "version",
              v.id.toString(),
              s.code + " version " + v.number,
              Journal.Touches.shot(s.id));
          return view(me, s);
        });
  }

  /**
   * Label of every frame of a version, in order, so that a screen can tell the time of the frame it
   * shows.
   */
  @Transactional(readOnly = true)
  public List<String> timecodes(UUID version, Member me) {
    VersionEntry v = version(me, version);
    visible(me, v.shotId);
    return IntStream.range(v.firstFrame, v.firstFrame + Math.min(v.frames, 200_000))
        .mapToObj(f -> timecode(me, f))
        .toList();
  }

  @Transactional
  public ReviewView note(UUID version, Member me, NewNote in) {
    VersionEntry v = version(me, version);
    Shot s = visible(me, v.shotId);
    if (in.frame() == null) {
      throw new InvalidInput("frame", "must be the frame the note is on");
    }
    InvalidInput.within("frame", in.frame(), (long) v.firstFrame, v.firstFrame + v.frames - 1L);
    ReviewNote n = new ReviewNote();
    n.id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!notes.existsById(n.id)) {
      n.versionId = v.id;
      n.shotId = s.id;
      n.frame = in.frame();
      n.words = InvalidInput.text("words", in.words());
      n.saidBy = me.name();
      n.saidAt = clock.instant();
      notes.saveAndFlush(n);
      journal.record(
          me,
          "noted",
          "shot",
          s.id.toString(),
          s.code + " frame " + n.frame,
          Journal.Touches.shot(s.id));
    }
    return view(me, s);
  }

  /** Answers a note, saying in which version it is answered. */
  @Transactional
  public ReviewView answer(UUID note, Member me, NewAnswer in) {
    ReviewNote n =
        notes
            .findById(note)
            .orElseThrow(() -> new NoSuchElementException("There is no such note."));
    Shot s = visible(me, n.shotId);
    if (in.version() == null) {
      throw new InvalidInput("version", "must be the version that answers it");
    }
    VersionEntry v = version(me, in.version());
    if (!v.shotId.equals(s.id)) {
      throw new InvalidInput("version", "is of another shot");
    }
    NoteAnswer a = new NoteAnswer();
    a.id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!answers.existsById(a.id)) {
      a.noteId = n.id;
      a.versionId = v.id;
      a.words = InvalidInput.text("words", in.words());
      a.saidBy = me.name();
      a.saidAt = clock.instant();
      answers.saveAndFlush(a);
      journal.record(
          me,
          "answered a note",
          "shot",
          s.id.toString(),
          s.code + " frame " + n.frame,
          Journal.Touches.shot(s.id));
    }
    return view(me, s);
  }

  @Transactional
  public ReviewView verdict(UUID version, Member me, NewVerdict in) {
    VersionEntry v = version(me, version);
    Shot s = visible(me, v.shotId);
    if (in.verdict() == null) {
      throw new InvalidInput("verdict", "must be one of " + Arrays.toString(Verdict.values()));
    }
    VerdictEntry e = new VerdictEntry();
    e.id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!verdicts.existsById(e.id)) {
      e.versionId = v.id;
      e.verdict = in.verdict();
      e.reason = InvalidInput.text("reason", in.reason());
      e.standard = Objects.requireNonNullElse(in.standard(), VerdictEntry.Standard.AT_SPEED);
      e.saidBy = me.name();
      e.saidAt = clock.instant();
      verdicts.saveAndFlush(e);
      journal.record(
          me,
          "gave the verdict " + e.verdict.words() + " on",
          "shot",
          s.id.toString(),
          s.code + " version " + v.number,
          Journal.Touches.shot(s.id));
    }
    return view(me, s);
  }

  /** Invites a guest of the production to a shot; asking twice does no harm. */
  @Transactional
  public ReviewView invite(UUID shot, Member me, NewGuest in) {
    Shot s = visible(me, shot);
    if (in.person() == null
        || memberships
            .find(me.productionId(), in.person())
            .filter(m -> m.role == GUEST)
            .isEmpty()) {
      throw new InvalidInput("person", "must be a guest reviewer of this production");
    }
    if (invitations.findByShotId(s.id).stream().noneMatch(i -> i.personId.equals(in.person()))) {
      Invitation i = new Invitation();
      i.id = UUID.randomUUID();
      i.personId = in.person();
      i.shotId = s.id;
      invitations.saveAndFlush(i);
      journal.record(
          me, "invited a guest to", "shot", s.id.toString(), s.code, Journal.Touches.NOTHING);
    }
    return view(me, s);
  }

  private Shot visible(Member me, UUID shot) {
    Shot s = shots.require(shot, me.productionId());
    if (me.guest() && !shots.invited(me.personId(), me.productionId()).contains(s.id)) {
      throw new NoSuchElementException("There is no such shot in this production.");
    }
    return s;
  }

  private VersionEntry version(Member me, UUID id) {
    VersionEntry v = versions.require(id, me.productionId());
    visible(me, v.shotId);
    if (me.guest() && versions.existsByShotIdAndNumberGreaterThan(v.shotId, v.number)) {
      throw new InvalidInput("version", "is not the newest any more; look at that one");
    }
    return v;
  }

  private ReviewView view(Member me, Shot s) {
    List<VersionEntry> all = versions.findByShotIdOrderByNumberDesc(s.id);
    Map<UUID, Integer> numbers = all.stream().collect(Collectors.toMap(v -> v.id, v -> v.number));
    Map<UUID, List<VerdictEntry>> said =
        verdicts.findByVersionIdInOrderBySaidAtDesc(all.stream().map(v -> v.id).toList()).stream()
            .collect(Collectors.groupingBy(v -> v.versionId));
    // A guest hears nothing of what others have said, and nothing of what the house answers.
    List<ReviewNote> written =
        notes.findByShotIdOrderByFrame(s.id).stream()
            .filter(n -> !me.guest() || n.isOf(me.personId(), me.name(), n.saidBy))
            .toList();
    Map<UUID, List<NoteAnswer>> answered =
        answers.findByNoteIdInOrderBySaidAt(written.stream().map(n -> n.id).toList()).stream()
            .collect(Collectors.groupingBy(a -> a.noteId));
    List<NoteView> noteViews =
        written.stream()
            .map(
                n ->
                    new NoteView(
                        n.id,
                        numbers.get(n.versionId),
                        n.frame,
                        timecode(me, n.frame),
                        n.words,
                        n.saidBy,
                        n.saidAt,
                        me.guest()
                            ? List.of()
                            : answered.getOrDefault(n.id, List.of()).stream()
                                .map(
                                    a ->
                                        new AnswerView(
                                            numbers.get(a.versionId), a.words, a.saidBy, a.saidAt))
                                .toList(),
                        !answered.containsKey(n.id)))
            .toList();
    FrameRange cut = me.production().range(s);
    return new ReviewView(
        s.id,
        s.code,
        s.title,
        s.intent,
        String.join(" … ", marks.words(me.productionId(), s.id)),
        cut.first(),
        cut.last(),
        me.guest()
            ? all.stream().limit(1).map(v -> forGuest(view(me, s, v, List.of()))).toList()
            : all.stream().map(v -> view(me, s, v, said.getOrDefault(v.id, List.of()))).toList(),
        noteViews,
        me.guest()
            ? List.of()
            : invitations.findByShotId(s.id).stream().map(i -> i.personId).toList());
  }

  /** A version without what the house says of it. */
  private static VersionView forGuest(VersionView v) {
    return new VersionView(
        v.id,
        v.number,
        "",
        v.type,
        v.bytes,
        v.facts,
        v.rateName,
        v.fps,
        v.firstFrame,
        List.of(),
        "",
        "",
        v.uploadedAt,
        List.of());
  }

  /** The file of a version. */
  @Transactional(readOnly = true)
  public StoredFile file(Member me, UUID version) {
    VersionEntry v = version(me, version);
    return new StoredFile(v.hash, v.type);
  }
}
