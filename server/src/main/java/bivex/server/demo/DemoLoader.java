package bivex.server.demo;

import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.optics.Raster;
import bivex.core.review.Verdict;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.Take;
import bivex.core.shoot.Touch;
import bivex.core.shot.Evidence;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.BivexProperties;
import bivex.server.access.Member;
import bivex.server.access.SignIns;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.People;
import bivex.server.keep.Person;
import bivex.server.keep.Role;
import bivex.server.session.SessionResource;
import bivex.server.delivery.DeliveryResource;
import bivex.server.keep.Production;
import bivex.server.production.ProductionResource;
import bivex.server.keep.Productions;
import bivex.server.review.ReviewResource;
import bivex.server.keep.VerdictEntry;
import bivex.server.script.ScriptResource;
import bivex.server.shoot.FloorResource;
import bivex.server.shot.ShotResource;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Loads the invented production "The Tidekeeper" into an empty house, through the same doors a crew would use, with a few deliberate
 * faults so that every check has something to find.
 */
@Component
public class DemoLoader implements ApplicationRunner {
  private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);
  private final BivexProperties properties;
  private final People people;
  private final Memberships memberships;
  private final Productions productions;
  private final SignIns signIns;
  private final ScriptResource script;
  private final ShotResource shots;
  private final FloorResource floor;
  private final ReviewResource review;
  private final DeliveryResource delivery;
  private final TransactionTemplate transaction;
  private final Map<String, UUID> codes = new LinkedHashMap<>();
  private String source;
  private UUID draft;
  private Member mara;
  private Member lys;
  private Member piotr;

  DemoLoader(BivexProperties properties, People people, Memberships memberships, Productions productions, SignIns signIns, ScriptResource script, ShotResource shots, FloorResource floor, ReviewResource review, DeliveryResource delivery, TransactionTemplate transaction) {
    this.properties = properties;
    this.people = people;
    this.memberships = memberships;
    this.productions = productions;
    this.signIns = signIns;
    this.script = script;
    this.shots = shots;
    this.floor = floor;
    this.review = review;
    this.delivery = delivery;
    this.transaction = transaction;
  }

  @Override
  public void run(ApplicationArguments args) {
    if (!properties.demo() || people.count() > 0) {
      return;
    }
    LOG.info("Loading the demo production");
    // All or nothing: a demo that is half there would look like a broken production.
    transaction.executeWithoutResult(s -> {
      try {
        Production p = household();
        script(p);
        shoot(p);
        versions(p);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    });
    LOG.info("Demo production loaded");
  }

  private Production household() {
    Production p = ProductionResource.make(new ProductionResource.NewProduction("TK", "The Tidekeeper", "24"));
    p.dueOn = LocalDate.now().plusDays(24);
    productions.save(p);
    mara = person(p, "mara", "Mara Quill", Role.PRODUCER);
    person(p, "tobin", "Tobin Ashe", Role.COORDINATOR);
    lys = person(p, "lys", "Lys Amberley", Role.FLOOR);
    piotr = person(p, "piotr", "Piotr Vane", Role.ARTIST);
    person(p, "wren", "Wren Calder", Role.ARTIST);
    person(p, "sefa", "Sefa Lind", Role.GUEST);
    return p;
  }

  private Member person(Production p, String login, String name, Role role) {
    Person x = signIns.make(login, name, SessionResource.DEMO_PASSWORD);
    people.save(x);
    Membership m = new Membership();
    m.id = UUID.randomUUID();
    m.production = p;
    m.person = x;
    m.role = role;
    memberships.save(m);
    return new Member(x.id, name, role, p);
  }

  private void script(Production p) throws IOException {
    try (InputStream in = DemoLoader.class.getResourceAsStream("/demo/the-tidekeeper.fountain")) {
      source = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
    draft = script.paste(p.id, mara, new ScriptResource.PastedDraft("blue draft", source)).id();
    mark("a full-rigged ship hangs for a moment", "The ship on the horizon", "The ship is the clock of the story: it must look real and out of reach.");
    mark("It creeps back to three while she watches.", "The tide gauge runs back", "The first thing that goes the wrong way.");
    mark("a second mug stands steaming on the chart table, where there was nothing", "The second mug appears", "Somebody has been here, and knows her.");
    mark("The flags vanish from the line.", "The signal flags vanish", "She is robbed of her means of warning.");
    mark("Ines is at the first shutter, then at the last", "The dash along the pier", "She can do more than she knows.");
    mark("The rain hangs around it in the air like beads", "Rain that hangs", "Time has let go of everybody but her.");
    mark("Across the table YESTERDAY'S INES does the same, a beat late.", "Two Ineses at the chart table", "She has only herself to rely on.");
    mark("She leans across herself and takes the dividers.", "One leans across herself", "…and finds it isn't enough.");
    mark("a drawn whale, a mapmaker's joke in brown ink, turns its head", "The chart's whale swims", "Even the map has an opinion.");
    mark("The two women walk the ring in opposite directions", "The turn round the lantern room", "Two minds going round the same thing.");
    mark("Yesterday's Ines catches it, without looking", "The cork float is thrown across", "They need no words any more.");
    mark("She raises the pistol and fires.", "The flare pistol", "The last ordinary means fails.");
    mark("Ines leaps from the jetty, straight up and out of the light.", "The leap from the jetty", "She believes herself.");
    mark("Ines drops out of the fog and lands beside her in a crouch", "The landing on the gallery", "");
    mark("The beam goes out from the gallery like a plank", "The beam strikes the fog bank", "Work, made visible.");
    mark("For the length of a breath they are the shape of a woman", "The plankton woman", "It's whoever stays.");
    mark("It slides behind a mooring ring.", "The paper boat becomes a dinghy", "A small thing carried far enough is a big thing.");
    mark("the dinghy crosses the water in one long pull", "The ramped crossing", "Four o'clock will not wait.");
    mark("her fingers are becoming hard to see", "Her hand fades", "What it costs.");
    mark("where she stood there is the coat", "Yesterday's Ines is gone", "What it cost.");
    mark("through the window, out over the water where the fog was", "The push through the window", "");
    mark("She looks straight at us, closer than before.", "The last look, closer", "Made from too little coverage: it was shot only wide.");
  }

  private void mark(String words, String title, String intent) {
    int at = source.indexOf(words);
    if (at < 0) {
      throw new IllegalStateException("the demo script no longer holds: " + words);
    }
    ShotResource.ShotView v = shots.mark(null, mara, new ShotResource.NewShot(draft, at, at + words.length(), title, intent)).getBody();
    codes.put(title, v.id());
  }

  private void plan(String title, int frames, UUID setup, String method, Map<String, Object> values, String reason) {
    UUID id = codes.get(title);
    ShotResource.ShotView v = shots.shot(null, id, mara).getBody();
    shots.change(null, id, mara, "\"" + v.version() + "\"", new ShotResource.ShotEdit(title, v.intent(), frames, setup, false, method == null ? List.of() : List.of(new MethodChoice(method, values, reason))));
  }

  private static Map<String, Object> zone(int part, int frame, double left, double right) {
    return Map.of("part", part, "frame", frame, "left", left, "right", right);
  }

  private void shoot(Production p) {
    LocalDate today = LocalDate.now();
    UUID day1 = floor.addDay(null, mara, new FloorResource.NewDay(today.minusDays(2), "Signal station, stage")).id();
    UUID day2 = floor.addDay(null, mara, new FloorResource.NewDay(today, "Stone pier and station")).id();
    floor.addDay(null, mara, new FloorResource.NewDay(today.plusDays(1), "Jetty and gallery"));
    UUID table = setup(day1, "Chart table, wide");
    UUID mug = setup(day1, "Chart table, close on the mug");
    UUID lean = setup(day2, "Chart table, over the lamp");
    UUID mast = setup(day2, "Mast from the pier");
    UUID sheds = setup(day2, "Boat sheds, side on");
    UUID floorboards = setup(day2, "Station floor, coat");

    plan("Two Ineses at the chart table", 96, table, "A1", Map.of("shutterDegrees", 172.8, "speaking", 2, "focusM", 2.6, "focusFarM", 2.7), "Both keep to their own side of the lamp.");
    plan("The second mug appears", 72, mug, "B1", Map.of("thing", "the second mug", "direction", "appears", "atFrame", 30, "reaction", true, "left", 54, "right", 63, "focusM", 1.4, "fNumber", 4), "One cut; the steam is real.");
    plan("One leans across herself", 120, lean, "A1", Map.of("shutterDegrees", 172.8, "focusM", 2.2, "focusFarM", 2.9, "inFront", "right part", "zones", List.of(zone(1, 0, 0.08, 0.42), zone(2, 0, 0.58, 0.92), zone(2, 51, 0.56, 0.92), zone(2, 52, 0.38, 0.9), zone(2, 65, 0.38, 0.9), zone(2, 66, 0.57, 0.92))), "Fourteen frames by hand are cheaper than a coloured screen in this room.");
    plan("The signal flags vanish", 96, mast, "B1", Map.of("thing", "the flags", "atFrame", 40, "neighbours", true, "wind", true, "left", 46, "right", 62, "shutterDegrees", 180), "Hard cut on the slap of the halyard.");
    plan("The dash along the pier", 96, sheds, "B2", Map.of("leaveFrame", 30, "metres", 40, "from", 12, "to", 86, "iso", 200, "whiteK", 5600, "focusM", 9, "backgroundM", 11), "Shutters and a gull move: a compressed run would speed them up.");
    plan("Yesterday's Ines is gone", 84, floorboards, "B1", Map.of("thing", "Yesterday's Ines", "atFrame", 24, "dissolve", 24, "shadow", true, "shutterDegrees", 172.8), "");

    CameraData stage = camera(35, 5.6, 172.8, 400, 4300, 2.6);
    Clock c = new Clock(today.minusDays(2).atTime(9, 40).toInstant(ZoneOffset.UTC));
    take(c, table, "Two Ineses at the chart table", "plate:performance-1", stage, Take.Call.NO_GOOD, "looks past the eyeline");
    take(c, table, "Two Ineses at the chart table", "plate:performance-1", stage, Take.Call.PICK, "");
    take(c, table, "Two Ineses at the chart table", "plate:guide-1", stage, Take.Call.PICK, "");
    take(c, table, "Two Ineses at the chart table", "plate:performance-2", stage, Take.Call.PICK, "");
    take(c, table, "Two Ineses at the chart table", "plate:guide-2", stage, Take.Call.PICK, "");
    take(c, table, "Two Ineses at the chart table", "plate:clean", stage, Take.Call.PICK, "");
    say("Two Ineses at the chart table", "datum:still", "still 0412 with slate");
    say("Two Ineses at the chart table", "datum:eyeline", "1.62 m, marked on the stand, across the lamp");
    say("Two Ineses at the chart table", "datum:wardrobe", "wet oilskin; dry coat and pencil");
    say("Two Ineses at the chart table", "datum:sound", "stove fan off, 30 s of room tone");

    CameraData close = camera(50, 4, 180, 400, 4300, 1.4);
    take(c, mug, "The second mug appears", "plate:with", close, Take.Call.PICK, "");
    strike(table);
    strike(mug);

    Clock d = new Clock(Instant.now().minusSeconds(3 * 3600));
    CameraData over = camera(35, 5.6, 172.8, 400, 4300, 2.2);
    take(d, lean, "One leans across herself", "plate:performance-1", over, Take.Call.NONE, "");
    take(d, lean, "One leans across herself", "plate:performance-1", over, Take.Call.PICK, "");
    CameraData auto = new CameraData(over.body(), over.lens(), 35.0, 5.6, over.shutterSeconds(), 400.0, 4550.0, true, false, 2.9, false, FrameRate.FILM, Raster.UHD, 1.45, 0.0, 2.2);
    take(d, lean, "One leans across herself", "plate:performance-2", auto, Take.Call.PICK, "");

    CameraData pier = camera(35, 5.6, 180, 200, 5600, 7);
    take(d, mast, "The signal flags vanish", "plate:with", pier, Take.Call.PICK, "");
    take(d, mast, "The signal flags vanish", "plate:reaction", pier, Take.Call.PICK, "");
    d.next();
    floor.touch(null, mast, lys, new FloorResource.NewTouch(UUID.randomUUID(), Touch.LEGS, "gull cable caught the leg", d.next()));
    take(d, mast, "The signal flags vanish", "plate:clean", pier, Take.Call.PICK, "");

    CameraData shed = camera(35, 5.6, 180, 200, 5600, 9);
    take(d, sheds, "The dash along the pier", "plate:performance-1", shed, Take.Call.PICK, "");
    d.next();
    floor.touch(null, sheds, lys, new FloorResource.NewTouch(UUID.randomUUID(), Touch.LIGHT, "sun round the corner of the shed", d.next()));
    say("The dash along the pier", "datum:marks", "41.2 m paced, 12 % and 86 % of frame");
    say("The dash along the pier", "caution:run", "R. Ekholm, stunt coordinator: one run an hour, matting at the second mark");
  }

  private UUID setup(UUID day, String name) {
    return floor.addSetup(null, mara, new FloorResource.SetupChange(day, null, name, false)).getBody().id();
  }

  private void strike(UUID setup) {
    FloorResource.SetupView v = floor.sheet(null, setup, mara, 0).setup();
    floor.changeSetup(null, setup, mara, "\"" + v.version() + "\"", new FloorResource.SetupChange(v.day(), v.number(), v.name(), true));
  }

  private void say(String title, String item, String words) {
    shots.say(null, codes.get(title), mara, new ShotResource.NewEvidence(UUID.randomUUID(), item, Evidence.Kind.SETTLED, words, null));
  }

  private static CameraData camera(double focal, double stop, double angle, double iso, double white, double focus) {
    return new CameraData("K1", "prime " + (int) focal + " mm", focal, stop, angle / 360 / 24, iso, white, false, false, focus, false, FrameRate.FILM, Raster.UHD, 1.45, 0.0, focus);
  }

  /** Runs through the shooting day: each take some minutes after the one before, timecode going on. */
  private static final class Clock {
    private Instant at;
    private Timecode tc = Timecode.parse("10:00:00:00", FrameRate.FILM);

    Clock(Instant from) {
      this.at = from;
    }

    Instant next() {
      at = at.plusSeconds(170);
      return at;
    }
  }

  private void take(Clock c, UUID setup, String title, String plate, CameraData camera, Take.Call call, String reason) {
    Plan.Plate p = shots.shot(null, codes.get(title), mara).getBody().plan().plates().stream().filter(x -> x.key().equals(plate)).findFirst().orElseThrow();
    Timecode in = c.tc;
    Timecode out = in.plus(Math.round((p.seconds() + 6) * 24));
    c.tc = out.plus(24 * 40);
    UUID id = UUID.randomUUID();
    floor.log(null, lys, new FloorResource.NewTake(id, codes.get(title), setup, plate, null, null, "A001", in.label(), out.label(), camera, "", c.next()));
    if (call != Take.Call.NONE) {
      floor.call(null, id, lys, new FloorResource.NewCall(UUID.randomUUID(), call, reason));
    }
  }

  private void versions(Production p) throws IOException {
    Path work = Files.createTempDirectory("demo");
    try {
      Path table = work.resolve("table.mp4");
      Path flags = work.resolve("flags.mp4");
      Path dash = work.resolve("dash.mp4");
      DemoPictures.clip(table, 112, "24", DemoPictures::chartTable);
      DemoPictures.clip(flags, 96, "24", DemoPictures::flags);
      DemoPictures.clip(dash, 112, "25", DemoPictures::dash);
      ReviewResource.ReviewView two = upload("Two Ineses at the chart table", table, "first composite, split on the lamp");
      UUID v1 = two.versions().get(0).id();
      two = review.note(null, v1, mara, new ReviewResource.NewNote(UUID.randomUUID(), 1041, "The lamp glow steps at the join."));
      review.verdict(null, v1, mara, new ReviewResource.NewVerdict(UUID.randomUUID(), Verdict.AGAIN, "glow steps at the join", VerdictEntry.Standard.AT_SPEED));
      two = upload("Two Ineses at the chart table", table, "glow feathered over 60 px");
      UUID v2 = two.versions().get(0).id();
      review.answer(null, two.notes().get(0).id(), piotr, new ReviewResource.NewAnswer(UUID.randomUUID(), v2, "Feathered over 60 px and graded 0.1 stop."));
      review.verdict(null, v2, mara, new ReviewResource.NewVerdict(UUID.randomUUID(), Verdict.AGREED, "nobody will look for the join", VerdictEntry.Standard.AT_SPEED));
      ReviewResource.ReviewView f = upload("The signal flags vanish", flags, "hard cut, halyard kept");
      review.note(null, f.versions().get(0).id(), mara, new ReviewResource.NewNote(UUID.randomUUID(), 1042, "The shadow of the flags stays on the mast for two frames."));
      upload("The dash along the pier", dash, "three frames, streak by hand");
      delivery.addSpec(null, mara, new DeliveryResource.SpecEdit("Festival master", new Raster(1920, 1080), "24", 8, "{code}_v{version}"));
      UUID sefa = people.findByLogin("sefa").orElseThrow().id;
      for (String title : List.of("Two Ineses at the chart table", "The signal flags vanish")) {
        review.invite(null, codes.get(title), mara, new ReviewResource.NewGuest(sefa));
      }
    } finally {
      try (var files = Files.list(work)) {
        for (Path f : files.toList()) {
          Files.delete(f);
        }
      }
      Files.delete(work);
    }
  }

  private ReviewResource.ReviewView upload(String title, Path file, String note) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return review.take(piotr, codes.get(title), in, file.getFileName().toString(), note);
    }
  }
}
