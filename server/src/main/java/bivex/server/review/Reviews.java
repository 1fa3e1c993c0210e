package bivex.server.review;

import static bivex.core.crew.Role.GUEST;

import bivex.core.InvalidInput;
import bivex.core.review.Drawing;
import bivex.core.review.FramePlace;
import bivex.core.review.NoteClash;
import bivex.core.review.NoteStand;
import bivex.core.review.NoteWord;
import bivex.core.review.OpenNotes;
import bivex.core.review.Showing;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.tally.ViewingSheet;
import bivex.core.time.FrameRange;
import bivex.core.time.Timecode;
import bivex.server.access.Member;
import bivex.server.book.NoteBook;
import bivex.server.http.Problems;
import bivex.server.keep.Invitation;
import bivex.server.keep.Invitations;
import bivex.server.keep.Marks;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.NoteWordEntry;
import bivex.server.keep.NoteWords;
import bivex.server.keep.ReviewNote;
import bivex.server.keep.ReviewNotes;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.ShownCopy;
import bivex.server.keep.VerdictEntries;
import bivex.server.keep.VerdictEntry;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.keep.Versions;
import bivex.server.live.Journal;
import bivex.server.media.Intake;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.StoredFile;
import bivex.server.upload.Uploads;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.context.ApplicationEventPublisher;
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

  private final NoteWords words;

  private final NoteBook book;

  private final VerdictEntries verdicts;

  private final Versions standings;

  private final Shots shots;

  private final Marks marks;

  private final MediaProbe probe;

  private final Journal journal;

  private final Memberships memberships;

  private final Invitations invitations;

  private final ClientDesk client;

  private final CopyMaker copies;

  private final Uploads uploads;

  private final ApplicationEventPublisher events;

  private final Clock clock;

  private VersionView view(
      Member me,
      Shot s,
      VersionEntry v,
      Showing shown,
      CopyMaker.Copies made,
      List<VerdictEntry> said) {
    VersionFacts f = v.facts();
    ShownCopy own = v.plays ? null : made.house().get(v.id);
    return new VersionView(
        v.id,
        v.number,
        v.fileName,
        v.plays ? v.type : own == null ? "" : own.type,
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
            .toList(),
        v.plays ? "" : v.type,
        v.plays ? "" : copies.waits(v.id, own),
        own != null && own.hash == null,
        client.view(v.id, shown, made.guests().get(v.id)));
  }

  static String timecode(Member me, int frame) {
    int offset = frame - me.production().firstFrame;
    return offset < 0
        ? "−" + new Timecode(me.production().frameRate(), false, -offset).label()
        : new Timecode(me.production().frameRate(), false, offset).label();
  }

  Reviews(
      Intake intake,
      VersionEntries versions,
      ReviewNotes notes,
      NoteWords words,
      NoteBook book,
      VerdictEntries verdicts,
      Versions standings,
      Shots shots,
      MediaProbe probe,
      Journal journal,
      Memberships memberships,
      Invitations invitations,
      ClientDesk client,
      CopyMaker copies,
      Marks marks,
      Uploads uploads,
      ApplicationEventPublisher events,
      Clock clock) {
    this.uploads = uploads;
    this.events = events;
    this.intake = intake;
    this.clock = clock;
    this.marks = marks;
    this.memberships = memberships;
    this.invitations = invitations;
    this.client = client;
    this.copies = copies;
    this.versions = versions;
    this.notes = notes;
    this.words = words;
    this.book = book;
    this.verdicts = verdicts;
    this.standings = standings;
    this.shots = shots;
    this.probe = probe;
    this.journal = journal;
  }

  /**
   * @param firstFrame number of the file's first frame; it stays, however the cut changes
   * @param type of what is shown; empty while there is nothing
   * @param master type of the file where browsers do not play it, and a copy is shown; else empty
   * @param waits why there is nothing to see yet; empty where there is
   * @param failed whether nothing will come by itself
   * @param shown how guests are shown it; null where they never were
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
      List<VerdictView> verdicts,
      String master,
      String waits,
      boolean failed,
      ClientDesk.ShownView shown) {}

  public record VerdictView(
      Verdict verdict, String reason, VerdictEntry.Standard standard, String by, Instant at) {}

  /**
   * @param timecode of the frame, counted from the production's first number as 00:00:00:00; it
   *     stays however the cut changes
   * @param lastFrame the same for one frame
   * @param on what it is on, in words
   * @param forName for whom it is; empty for whoever works on the shot
   * @param open whether work is owed
   * @param carried whether work or a word of who gave it is owed
   * @param answered whether who gave it has to say whether it is met
   * @param stands how it stands, in words
   * @param rounds how often it was answered
   * @param again whether the same was answered so often that it should be talked about
   * @param unseen why who gave it cannot say whether it is met; empty where they can
   * @param clash that it may ask for the opposite of another, in a sentence; empty where not
   * @param drawn what was drawn on its frame; null for nothing
   * @param may what whoever asks may say of it
   */
  public record NoteView(
      UUID id,
      int version,
      int frame,
      int lastFrame,
      boolean whole,
      String on,
      String timecode,
      String words,
      String by,
      Instant at,
      boolean wish,
      boolean shown,
      String forName,
      List<NoteWordView> said,
      Integer answeredIn,
      boolean open,
      boolean carried,
      boolean answered,
      String stands,
      int rounds,
      boolean again,
      String unseen,
      String clash,
      DrawnView drawn,
      List<NoteWord.Kind> may) {}

  /**
   * A drawing as it is painted over a frame.
   *
   * @param width of the raster the paths are in
   */
  public record DrawnView(int width, int height, List<Drawing.Path> paths) {}

  /**
   * @param said who said what, in words
   * @param words of theirs alone
   */
  public record NoteWordView(
      NoteWord.Kind kind, String said, String words, String by, Instant at) {}

  /**
   * @param scene number of it; a guest is not told
   * @param keeps how notes keep the shot from counting as agreed, in sentences
   * @param client how the shot stands with the client, in words; a guest is not told
   * @param clientWords what the client said, the last first; of a guest their own
   * @param guests who are invited to look at it
   */
  public record ReviewView(
      UUID shot,
      String code,
      String title,
      String scene,
      String intent,
      String excerpt,
      int cutFirst,
      int cutLast,
      List<VersionView> versions,
      List<NoteView> notes,
      List<String> keeps,
      String client,
      List<ClientDesk.ClientWordView> clientWords,
      List<UUID> guests) {}

  public record NewGuest(UUID person) {}

  /**
   * @param frame first it is on; not asked for the whole shot
   * @param lastFrame null for one frame
   * @param forPerson for whom it is; null for whoever works on the shot
   * @param shown whether guests of the shot may read it
   * @param scene whether it is given on every shot of the scene that has a version, each whole
   * @param drawing on its frame; null for none
   */
  public record NewNote(
      UUID id,
      Integer frame,
      Integer lastFrame,
      Boolean whole,
      String words,
      Boolean wish,
      Boolean shown,
      UUID forPerson,
      Boolean scene,
      List<Drawing.Stroke> drawing) {
    public NewNote(UUID id, Integer frame, String words) {
      this(id, frame, null, null, words, null, null, null, null, null);
    }
  }

  /**
   * @param version that answers it; asked of an answer only
   */
  public record NewNoteWord(UUID id, NoteWord.Kind kind, UUID version, String words) {}

  public record NewVerdict(
      UUID id, Verdict verdict, String reason, VerdictEntry.Standard standard) {}

  /**
   * @param upload that has arrived
   * @param firstFrame number of its first frame; null where that follows from its length
   */
  public record NewVersion(UUID upload, String note, Integer firstFrame) {}

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
    placed(firstFrame);
    return intake.take(
        in,
        file -> probe.version(file, fileName),
        (stored, found) -> {
          row(me, s, stored, found, fileName, note, firstFrame);
          return view(me, s);
        });
  }

  /**
   * Takes in a version that came in parts. Asked again for the same, it makes nothing twice.
   *
   * @throws InvalidInput naming {@code upload} when something of it is still to come
   */
  public void take(Member me, UUID shot, NewVersion in) throws IOException {
    Shot s = visible(me, shot);
    placed(in.firstFrame());
    if (in.upload() == null) {
      throw new InvalidInput("upload", "must be one that has arrived");
    }
    uploads.alone(me, in.upload(), u -> take(me, s, u, in));
  }

  private void take(Member me, Shot s, Uploads.Upload u, NewVersion in) throws IOException {
    if (u.became() != null) {
      return;
    }
    try {
      uploads.became(
          u,
          intake.take(
              uploads.whole(u),
              file -> probe.version(file, u.fileName()),
              (stored, found) ->
                  row(me, s, stored, found, u.fileName(), in.note(), in.firstFrame())));
    } catch (InvalidInput e) {
      // Asking otherwise cannot make another file of it.
      if (e.field().equals("file")) {
        uploads.drop(u);
      }
      throw e;
    }
  }

  private static void placed(Integer firstFrame) {
    if (firstFrame != null) {
      InvalidInput.within("firstFrame", firstFrame, -1_000_000L, 10_000_000L);
    }
  }

  /** Writes the row of a version that is kept; its id. */
  private UUID row(
      Member me,
      Shot s,
      MediaStore.Stored stored,
      MediaProbe.Found found,
      String fileName,
      String note,
      Integer firstFrame) {
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
    v.plays = found.plays();
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
    events.publishEvent(new VersionWatcher.Arrived(v.id));
    if (!v.plays) {
      events.publishEvent(new CopyMaker.Wanted(v.id, false));
    }
    return v.id;
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
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (notes.existsById(id)) {
      return view(me, s);
    }
    boolean all = Boolean.TRUE.equals(in.scene());
    boolean whole = all || Boolean.TRUE.equals(in.whole());
    FrameRange frames = new FrameRange(v.firstFrame, v.frames);
    FrameRange on = whole ? frames : NoteWord.on(in.frame(), in.lastFrame(), frames);
    ReviewNote n = new ReviewNote();
    n.words = InvalidInput.text("words", in.words());
    n.whole = whole;
    n.wish = Boolean.TRUE.equals(in.wish());
    n.shown = Boolean.TRUE.equals(in.shown());
    n.forPerson = forPerson(me, in.forPerson());
    if (me.guest() && (all || n.shown || n.forPerson != null)) {
      throw new InvalidInput(
          all ? "scene" : n.shown ? "shown" : "forPerson", "is not for a guest to say");
    }
    if (in.drawing() != null && whole) {
      throw new InvalidInput("drawing", "is on a frame, not on the whole shot");
    }
    n.drawing = in.drawing() == null ? null : new Drawing(in.drawing());
    if (all && (s.scene == null || s.scene.isBlank())) {
      throw new InvalidInput("scene", "is not known of this shot");
    }
    keep(me, s, v, n, id, on);
    if (all) {
      for (VersionEntry o : versions.newestOfScene(me.productionId(), s.scene, s.id)) {
        ReviewNote also = new ReviewNote();
        also.words = n.words;
        also.whole = true;
        also.wish = n.wish;
        also.shown = n.shown;
        also.forPerson = n.forPerson;
        keep(
            me,
            shots.require(o.shotId, me.productionId()),
            o,
            also,
            UUID.randomUUID(),
            new FrameRange(o.firstFrame, o.frames));
      }
    }
    return view(me, s);
  }

  private void keep(Member me, Shot s, VersionEntry v, ReviewNote n, UUID id, FrameRange on) {
    n.id = id;
    n.versionId = v.id;
    n.shotId = s.id;
    n.frame = on.first();
    n.lastFrame = on.last();
    n.saidBy = me.name();
    n.saidAt = clock.instant();
    notes.saveAndFlush(n);
    journal.record(
        me,
        "noted",
        "shot",
        s.id.toString(),
        s.code + " " + n.note(v.number).said(),
        Journal.Touches.shot(s.id));
  }

  /** Somebody of the house, or nobody. */
  private UUID forPerson(Member me, UUID person) {
    if (person != null
        && memberships.find(me.productionId(), person).filter(m -> m.role != GUEST).isEmpty()) {
      throw new InvalidInput("forPerson", "must be somebody of this production who is no guest");
    }
    return person;
  }

  /** Says something of a note: that it is answered in a version, that it is met, or not. */
  @Transactional
  public ReviewView say(UUID note, Member me, NewNoteWord in) {
    ReviewNote n =
        notes
            .findById(note)
            .orElseThrow(() -> new NoSuchElementException("There is no such note."));
    Shot s = visible(me, n.shotId);
    if (!told(me, n)) {
      throw new NoSuchElementException("There is no such note.");
    }
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    // Two words at once are said one after the other: what may be said hangs on how it stands.
    shots.hold(s.id);
    if (words.existsById(id)) {
      return view(me, s);
    }
    List<VersionEntry> all = versions.findByShotIdOrderByNumberDesc(s.id);
    NoteBook.Carried c = book.of(s.id, all, x -> x.id.equals(n.id)).get(0);
    String refused =
        NoteWord.refused(
            in.kind(),
            c.note(),
            me.role(),
            me.personId().toString(),
            !me.guest() || seen(c.stand().answeredIn(), numbers(all, client.shown(all))));
    if (!refused.isEmpty()) {
      throw new Problems.Forbidden(refused);
    }
    VersionEntry v = in.version() == null ? null : version(me, in.version());
    if (v != null && !v.shotId.equals(s.id)) {
      throw new InvalidInput("version", "is of another shot");
    }
    NoteWord said =
        NoteWord.of(
            in.kind(),
            c.note(),
            c.stand(),
            v == null ? null : v.number,
            v == null ? null : new FrameRange(v.firstFrame, v.frames),
            in.words(),
            me.personId().toString(),
            clock.instant());
    NoteWordEntry e = new NoteWordEntry();
    e.id = id;
    e.noteId = n.id;
    e.kind = said.kind();
    e.versionId =
        said.version() == null
            ? null
            : all.stream()
                .filter(x -> x.number == said.version())
                .map(x -> x.id)
                .findFirst()
                .orElse(null);
    e.words = said.words();
    e.saidBy = me.name();
    e.saidAt = said.at();
    words.saveAndFlush(e);
    journal.record(
        me,
        said.kind().did() + " a note on",
        "shot",
        s.id.toString(),
        s.code + " " + c.note().said(),
        Journal.Touches.shot(s.id));
    return view(me, s);
  }

  /** Whether somebody hears of a note: a guest of their own, and of what was shown to guests. */
  private static boolean told(Member me, ReviewNote n) {
    return !me.guest() || n.shown || n.isOf(me.personId(), me.name(), n.saidBy);
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

  /** Shows a version to the guests of its shot, or no more. */
  @Transactional
  public ReviewView show(UUID version, Member me, ClientDesk.NewShowing in) {
    VersionEntry v = version(me, version);
    Shot s = visible(me, v.shotId);
    client.show(me, s, v, in);
    return view(me, s);
  }

  /** The client's word on a version: a guest's own, or what the house was told. */
  @Transactional
  public ReviewView clientWord(UUID version, Member me, ClientDesk.NewClientWord in) {
    VersionEntry v = version(me, version);
    Shot s = visible(me, v.shotId);
    client.say(me, s, v, in);
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
    if (me.guest()) {
      Showing s = client.shown(List.of(v)).get(v.id);
      if (s == null) {
        throw new NoSuchElementException("There is no such version in this production.");
      }
      if (!s.stands(client.today())) {
        throw new InvalidInput("version", "is not shown to you any more");
      }
    }
    return v;
  }

  /** Numbers of the versions guests see today. */
  private Set<Integer> numbers(List<VersionEntry> all, Map<UUID, Showing> shown) {
    return all.stream()
        .filter(v -> shown.containsKey(v.id) && shown.get(v.id).stands(client.today()))
        .map(v -> v.number)
        .collect(Collectors.toSet());
  }

  private static boolean seen(Integer answeredIn, Set<Integer> numbers) {
    return answeredIn == null || numbers.contains(answeredIn);
  }

  private ReviewView view(Member me, Shot s) {
    List<VersionEntry> all = versions.findByShotIdOrderByNumberDesc(s.id);
    Map<UUID, List<VerdictEntry>> said =
        verdicts.findByVersionIdInOrderBySaidAtDesc(all.stream().map(v -> v.id).toList()).stream()
            .collect(Collectors.groupingBy(v -> v.versionId));
    Map<UUID, Membership> people =
        memberships.ofProduction(me.productionId()).stream()
            .collect(Collectors.toMap(m -> m.person.id, m -> m));
    Map<UUID, Showing> shown = client.shown(all);
    CopyMaker.Copies made = copies.of(all, shown);
    Set<Integer> seen = numbers(all, shown);
    List<NoteBook.Carried> carried = book.of(s.id, all, n -> told(me, n));
    // How notes of the house stand to each other is no guest's to hear.
    Map<String, String> clashes = me.guest() ? Map.of() : clashes(carried);
    List<NoteView> noteViews =
        carried.stream()
            .map(
                c ->
                    view(
                        me,
                        c,
                        people,
                        seen,
                        clashes.getOrDefault(c.row().id.toString(), ""),
                        drawn(c, all)))
            .toList();
    Map<UUID, Integer> numbers = all.stream().collect(Collectors.toMap(v -> v.id, v -> v.number));
    FrameRange cut = me.production().range(s);
    return new ReviewView(
        s.id,
        s.code,
        s.title,
        me.guest() ? "" : s.scene,
        me.guest() ? "" : s.intent,
        me.guest() ? "" : String.join(" … ", marks.words(me.productionId(), s.id)),
        cut.first(),
        cut.last(),
        me.guest()
            ? all.stream()
                .filter(v -> seen.contains(v.number))
                .map(
                    v ->
                        forGuest(
                            view(me, s, v, shown.get(v.id), made, List.of()),
                            made.guests().get(v.id)))
                .toList()
            : all.stream()
                .map(v -> view(me, s, v, shown.get(v.id), made, said.getOrDefault(v.id, List.of())))
                .toList(),
        noteViews,
        me.guest()
            ? List.of()
            : OpenNotes.standing(
                    carried.stream()
                        .filter(c -> !c.row().wish)
                        .map(NoteBook.Carried::stand)
                        .toList())
                .keeps(),
        me.guest() ? "" : standing(me, s),
        client.words(me, all).stream()
            .map(w -> ClientDesk.view(w, numbers.get(w.versionId)))
            .toList(),
        me.guest()
            ? List.of()
            : invitations.findByShotId(s.id).stream().map(i -> i.personId).toList());
  }

  /** How a shot stands with the client, in words. */
  private String standing(Member me, Shot s) {
    return standings.standings(me.productionId(), false, List.of(s.id)).stream()
        .map(v -> v.client(me.production(), clock).words())
        .findFirst()
        .orElse("");
  }

  /** A note; a guest hears who of the house did what of none. */
  private static NoteView view(
      Member me,
      NoteBook.Carried c,
      Map<UUID, Membership> people,
      Set<Integer> seen,
      String clash,
      DrawnView drawn) {
    ReviewNote n = c.row();
    NoteStand stand = c.stand();
    boolean own = n.isOf(me.personId(), me.name(), n.saidBy);
    String my = me.personId().toString();
    return new NoteView(
        n.id,
        c.version(),
        n.frame,
        n.lastFrame,
        n.whole,
        c.note().said(),
        timecode(me, n.frame),
        n.words,
        me.guest() && !own ? "" : n.saidBy,
        n.saidAt,
        n.wish,
        n.shown,
        me.guest() || n.forPerson == null || !people.containsKey(n.forPerson)
            ? ""
            : people.get(n.forPerson).person.name,
        c.said().stream()
            .filter(w -> !me.guest() || my.equals(w.word().by()))
            .map(
                w ->
                    new NoteWordView(
                        w.word().kind(),
                        w.word().said(w.by()),
                        w.word().words(),
                        w.by(),
                        w.word().at()))
            .toList(),
        stand.answeredIn(),
        stand.open(),
        stand.carried(),
        stand.answered(),
        stand.words(),
        stand.rounds(),
        stand.again(),
        me.guest() ? "" : stand.unseen(guest(people.get(n.byPerson)), seen),
        clash,
        drawn,
        stand.next().stream()
            .filter(
                k ->
                    NoteWord.refused(
                            k,
                            c.note(),
                            me.role(),
                            my,
                            !me.guest() || seen(stand.answeredIn(), seen))
                        .isEmpty())
            .toList());
  }

  private static Map<String, String> clashes(List<NoteBook.Carried> all) {
    return NoteClash.of(
        all.stream()
            .filter(c -> c.stand().carried())
            .map(
                c ->
                    new NoteClash.Of(
                        c.row().id.toString(),
                        c.row().on(),
                        c.note().said(),
                        c.row().words,
                        c.row().saidBy))
            .toList());
  }

  private static DrawnView drawn(NoteBook.Carried c, List<VersionEntry> all) {
    if (c.row().drawing == null) {
      return null;
    }
    VersionEntry on =
        all.stream().filter(v -> v.id.equals(c.row().versionId)).findFirst().orElseThrow();
    return new DrawnView(on.width, on.height, c.row().drawing.paths(on.width, on.height));
  }

  private static boolean guest(Membership m) {
    return m != null && m.role == GUEST;
  }

  /** A version as guests are shown it, without what the house says of it. */
  private static VersionView forGuest(VersionView v, ShownCopy c) {
    return new VersionView(
        v.id,
        v.number,
        "",
        c == null ? "" : c.type,
        c == null ? 0 : c.bytes,
        new VersionFacts(v.facts.raster(), v.facts.rate(), v.facts.frames(), null),
        v.rateName,
        v.fps,
        v.firstFrame,
        List.of(),
        "",
        "",
        v.uploadedAt,
        List.of(),
        "",
        v.shown == null ? "" : v.shown.waits(),
        v.shown != null && v.shown.failed(),
        v.shown);
  }

  /**
   * Notes of a shot as a text track beside the file of one of its versions (WebVTT); a guest gets
   * those they are told.
   */
  @Transactional(readOnly = true)
  public String track(Member me, UUID version) {
    VersionEntry v = version(me, version);
    visible(me, v.shotId);
    List<VersionEntry> all = versions.findByShotIdOrderByNumberDesc(v.shotId);
    return ViewingSheet.track(
        book.of(v.shotId, all, n -> told(me, n)).stream()
            .filter(c -> c.stand().carried() || c.row().versionId.equals(v.id))
            .map(c -> line(me, c))
            .toList(),
        new FrameRange(v.firstFrame, v.frames),
        v.rate == null ? me.production().frameRate().fps() : v.facts().rate().fps());
  }

  /** A note as lists have it; a guest hears no name of the house. */
  static ViewingSheet.Note line(Member me, NoteBook.Carried c) {
    ReviewNote n = c.row();
    boolean own = n.isOf(me.personId(), me.name(), n.saidBy);
    return new ViewingSheet.Note(
        c.note().said(),
        n.frame,
        n.lastFrame,
        n.whole ? "" : timecode(me, n.frame),
        n.words,
        me.guest() && !own ? "the house" : n.saidBy,
        n.wish ? "a wish" : "",
        c.stand().words());
  }

  /** What of a version is looked at: its file, or the copy that is made for whoever asks. */
  @Transactional(readOnly = true)
  public StoredFile file(Member me, UUID version) {
    VersionEntry v = version(me, version);
    if (me.guest()) {
      return client.file(v);
    }
    if (v.plays) {
      return new StoredFile(v.hash, v.type);
    }
    ShownCopy c = copies.of(List.of(v), Map.of()).house().get(v.id);
    if (c == null || c.hash == null) {
      throw new InvalidInput("version", "cannot be seen yet: " + copies.waits(v.id, c));
    }
    return new StoredFile(c.hash, c.type);
  }

  /**
   * The file of a version as it came.
   *
   * @param name code and version, with the ending that goes with what it is
   */
  public record Master(String hash, String name) {}

  @Transactional(readOnly = true)
  public Master master(Member me, UUID version) {
    VersionEntry v = version(me, version);
    Shot s = visible(me, v.shotId);
    return new Master(v.hash, s.code + "_v" + v.number + "." + MediaProbe.extension(v.type));
  }
}
