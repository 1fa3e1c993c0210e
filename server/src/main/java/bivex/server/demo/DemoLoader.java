package bivex.server.demo;

import bivex.core.crew.Role;
import bivex.core.element.ElementSource;
import bivex.core.kit.Kit;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.motion.TakePairing;
import bivex.core.motion.Throw;
import bivex.core.optics.Raster;
import bivex.core.order.DayPlan;
import bivex.core.order.Pass;
import bivex.core.review.NoteWord;
import bivex.core.review.Showing;
import bivex.core.review.Verdict;
import bivex.core.review.WatchList;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.DayTerms;
import bivex.core.shoot.SoundCheck;
import bivex.core.shoot.Take;
import bivex.core.shoot.Touch;
import bivex.core.shot.Evidence;
import bivex.core.shot.EvidenceRules;
import bivex.core.shot.Lean;
import bivex.core.tally.Costs;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.BivexProperties;
import bivex.server.access.Member;
import bivex.server.access.SignIns;
import bivex.server.bench.ClipDesk;
import bivex.server.bench.ThrowDesk;
import bivex.server.board.Storyboards;
import bivex.server.delivery.SpecDesk;
import bivex.server.demo.DemoPlates.Fault;
import bivex.server.export.KitDesk;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.People;
import bivex.server.keep.Person;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.SetupNote;
import bivex.server.keep.VerdictEntry;
import bivex.server.look.LookDesk;
import bivex.server.production.GuestDesk;
import bivex.server.production.ProductionDesk;
import bivex.server.review.ClientDesk;
import bivex.server.review.Reviews;
import bivex.server.review.ViewingDesk;
import bivex.server.script.ScriptDesk;
import bivex.server.shoot.Floor;
import bivex.server.shoot.FloorLog;
import bivex.server.shoot.FloorSheets;
import bivex.server.shoot.PassOrders;
import bivex.server.shoot.ShootDays;
import bivex.server.shoot.Stills;
import bivex.server.shot.EvidenceDesk;
import bivex.server.shot.LeanDesk;
import bivex.server.shot.ShotDesk;
import bivex.server.shot.Tallies;
import java.awt.Color;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
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
 * Loads the invented production "The Tidekeeper" into an empty house, through the same doors a crew
 * would use, with a few deliberate faults so that every check has something to find.
 */
@Component
public class DemoLoader implements ApplicationRunner {
  private static final String ZONE = "Europe/London";
  private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);
  private final BivexProperties properties;
  private final People people;
  private final Memberships memberships;
  private final Productions productions;
  private final SignIns signIns;
  private final ScriptDesk script;
  private final ShotDesk shots;
  private final EvidenceDesk evidence;
  private final Floor floor;
  private final ShootDays days;
  private final PassOrders order;
  private final Reviews review;
  private final ViewingDesk viewings;
  private final GuestDesk guests;
  private final SpecDesk specs;
  private final LookDesk look;
  private final Storyboards board;
  private final Tallies tally;
  private final Stills stills;
  private final ClipDesk clips;
  private final ThrowDesk throwing;
  private final LeanDesk leaning;
  private final DemoPreparation preparation;
  private final DemoCrew crew;
  private final DemoMoney money;
  private final DemoFiles files;
  private final DemoCuts cuts;
  private final TransactionTemplate transaction;
  private final Map<String, UUID> codes = new LinkedHashMap<>();
  private String source;
  private UUID draft;
  private Member mara;
  private Member lys;
  private Member piotr;
  private Member wren;

  private final Clock clock;

  DemoLoader(
      BivexProperties properties,
      People people,
      Memberships memberships,
      Productions productions,
      SignIns signIns,
      ScriptDesk script,
      ShotDesk shots,
      EvidenceDesk evidence,
      Floor floor,
      ShootDays days,
      PassOrders order,
      Reviews review,
      ViewingDesk viewings,
      GuestDesk guests,
      SpecDesk specs,
      LookDesk look,
      Storyboards board,
      Tallies tally,
      Stills stills,
      ClipDesk clips,
      ThrowDesk throwing,
      LeanDesk leaning,
      DemoPreparation preparation,
      DemoCrew crew,
      DemoMoney money,
      DemoFiles files,
      DemoCuts cuts,
      TransactionTemplate transaction,
      Clock clock) {
    this.clock = clock;
    this.stills = stills;
    this.clips = clips;
    this.throwing = throwing;
    this.leaning = leaning;
    this.preparation = preparation;
    this.crew = crew;
    this.money = money;
    this.files = files;
    this.cuts = cuts;
    this.board = board;
    this.tally = tally;
    this.properties = properties;
    this.people = people;
    this.memberships = memberships;
    this.productions = productions;
    this.signIns = signIns;
    this.script = script;
    this.shots = shots;
    this.evidence = evidence;
    this.floor = floor;
    this.days = days;
    this.order = order;
    this.review = review;
    this.viewings = viewings;
    this.guests = guests;
    this.specs = specs;
    this.look = look;
    this.transaction = transaction;
  }

  @Override
  public void run(ApplicationArguments args) {
    if (!properties.demo() || people.count() > 0) {
      return;
    }
    LOG.info("Loading the demo production");
    // All or nothing: a demo that is half there would look like a broken production.
    UUID[] test = new UUID[1];
    transaction.executeWithoutResult(
        s -> {
          try {
            Production p = household();
            script(p);
            shoot();
            versions();
            test[0] = preparation.load(mara, piotr, codes);
            cuts.load(mara, codes);
            crew.tasks(mara, piotr, wren, codes);
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
    preparation.measure(test[0], piotr);
    money.load(mara, piotr, wren, codes);
    files.load(piotr, codes);
    LOG.info("Demo production loaded");
  }

  private static String resource(String name) throws IOException {
    try (InputStream in = DemoLoader.class.getResourceAsStream("/demo/" + name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private Production household() throws IOException {
    Production p =
        ProductionDesk.make(new ProductionDesk.NewProduction("TK", "The Tidekeeper", "24"));
    p.dueOn = LocalDate.now(clock).plusDays(24);
    p.kit = DemoPreparation.equipped(Kit.NONE.reading(KitDesk.rows(resource("cameras.csv"))));
    productions.save(p);
    mara = person(p, "mara", "Mara Quill", Role.PRODUCER);
    Member tobin = person(p, "tobin", "Tobin Ashe", Role.COORDINATOR);
    lys = person(p, "lys", "Lys Amberley", Role.FLOOR);
    piotr = person(p, "piotr", "Piotr Vane", Role.ARTIST);
    wren = person(p, "wren", "Wren Calder", Role.ARTIST);
    crew.hands(piotr, wren, tobin);
    person(p, "sefa", "Sefa Lind", Role.GUEST);
    return p;
  }

  private Member person(Production p, String login, String name, Role role) {
    Person x = signIns.make(login, name, SignIns.DEMO_PASSWORD);
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
    source = resource("the-tidekeeper.fountain");
    String second = source;
    // The first draft said two of the moments otherwise: one the second says in other words, one it
    // says so differently that somebody must decide.
    source =
        second
            .replace(
                "Ines leaps from the jetty, straight up and out of the light.",
                "Ines jumps from the jetty, straight up and out of the lamplight.")
            .replace(
                "Under the dinghy the sea draws a breath.",
                "Under the dinghy the water holds quite still.")
            .replace(
                "The planks jump. Her hat turns over once in the air and comes down without her.",
                "The planks jump.");
    draft =
        script
            .paste(
                mara,
                new ScriptDesk.PastedDraft(
                    "first draft", "white", LocalDate.now(clock).minusDays(30), source))
            .id();
    mark(
        "a full-rigged ship hangs for a moment",
        "The ship on the horizon",
        "The ship is the clock of the story: it must look real and out of reach.");
    mark(
        "It creeps back to three while she watches.",
        "The tide gauge runs back",
        "The first thing that goes the wrong way.");
    mark(
        "a second mug stands steaming on the chart table, where there was nothing",
        "The second mug appears",
        "Somebody has been here, and knows her.");
    mark(
        "The flags vanish from the line.",
        "The signal flags vanish",
        "She is robbed of her means of warning.");
    mark(
        "Ines is at the first shutter, then at the last",
        "The dash along the pier",
        "She can do more than she knows.");
    mark(
        "The rain hangs around it in the air like beads",
        "Rain that hangs",
        "Time has let go of everybody but her.");
    mark(
        "Across the table YESTERDAY'S INES does the same, a beat late.",
        "Two Ineses at the chart table",
        "She has only herself to rely on.");
    mark(
        "She leans across herself and takes the dividers.",
        "One leans across herself",
        "…and finds it isn't enough.");
    mark(
        "a drawn whale, a mapmaker's joke in brown ink, turns its head",
        "The chart's whale swims",
        "Even the map has an opinion.");
    mark(
        "The two women walk the ring in opposite directions",
        "The turn round the lantern room",
        "Two minds going round the same thing.");
    mark(
        "Yesterday's Ines catches it, without looking",
        "The cork float is thrown across",
        "They need no words any more.");
    mark("She raises the pistol and fires.", "The flare pistol", "The last ordinary means fails.");
    mark(
        "Ines jumps from the jetty, straight up and out of the lamplight.",
        "The leap from the jetty",
        "She believes herself.");
    mark(
        "Ines drops out of the fog and lands beside her in a crouch",
        "The landing on the gallery",
        "");
    mark(
        "The beam goes out from the gallery like a plank",
        "The beam strikes the fog bank",
        "Work, made visible.");
    mark(
        "For the length of a breath they are the shape of a woman",
        "The plankton woman",
        "It's whoever stays.");
    mark(
        "It slides behind a mooring ring.",
        "The paper boat becomes a dinghy",
        "A small thing carried far enough is a big thing.");
    mark(
        "the dinghy crosses the water in one long pull",
        "The ramped crossing",
        "Four o'clock will not wait.");
    mark("her fingers are becoming hard to see", "Her hand fades", "What it costs.");
    mark("where she stood there is the coat", "Yesterday's Ines is gone", "What it cost.");
    mark(
        "through the window, out over the water where the fog was",
        "The push through the window",
        "");
    mark(
        "She looks straight at us, closer than before.",
        "The last look, closer",
        "Made from too little coverage: it was shot only wide.");
    mark(
        "The rain falls. All of it, at once.",
        "The rain falls at once",
        "Time comes back for her, with interest.");
    mark(
        "Under the dinghy the water holds quite still.",
        "The sea draws a breath",
        "The water is alive and has decided.");
    script.paste(
        mara,
        new ScriptDesk.PastedDraft(
            "second draft", "blue", LocalDate.now(clock).minusDays(9), second));
    tally.costs(mara, "\"" + p.version + "\"", new Costs(46, 420, 12_000.0, "EUR"));
  }

  private void mark(String words, String title, String intent) {
    int at = source.indexOf(words);
    if (at < 0) {
      throw new IllegalStateException("the demo script no longer holds: " + words);
    }
    ShotDesk.ShotView v =
        shots.mark(mara, new ShotDesk.NewShot(draft, at, at + words.length(), title, intent));
    codes.put(title, v.id());
  }

  private void plan(
      String title,
      int frames,
      UUID setup,
      String method,
      Map<String, Object> values,
      String reason) {
    plan(title, frames, setup, new MethodChoice(method, values, reason));
  }

  private void plan(String title, int frames, UUID setup, MethodChoice... methods) {
    UUID id = codes.get(title);
    ShotDesk.ShotView v = shots.shot(id, mara);
    shots.change(
        id,
        mara,
        "\"" + v.version() + "\"",
        new ShotDesk.ShotEdit(title, v.intent(), frames, setup, false, List.of(methods)));
  }

  /**
   * The rest of the picture, planned for tomorrow and already worked out: every method of the book
   * is in it.
   *
   * @return the setup of the lantern room
   */
  private UUID planAhead(UUID day2, UUID day3) {
    UUID bollard = setup(day2, "Bollard, gull and rain");
    UUID lantern = setup(day3, "Lantern room, middle of the ring");
    UUID jetty = setup(day3, "Jetty end, low");
    UUID gallery = setup(day3, "Gallery, night");
    UUID slipway = setup(day3, "Slipway, mooring ring");
    UUID boat = setup(day3, "Dinghy, driven");
    UUID window = setup(day3, "Window, dawn");
    UUID gauge = setup(day3, "Tide gauge, close");
    UUID chart = setup(day3, "Chart from above");
    plan(
        "The ship on the horizon",
        120,
        gallery,
        new MethodChoice(
            "F1",
            values(
                "performer",
                false,
                "piece",
                "soft or distant",
                "sweepDeg",
                4,
                "moveSeconds",
                8,
                "solveErrorPx",
                1.1,
                "focalMm",
                75,
                "fNumber",
                8,
                "iso",
                200,
                "whiteK",
                5200),
            "A model on the same slow pan; nobody stands before it.",
            List.of("F1", "F2")),
        new MethodChoice(
            "F4",
            values(
                "matter",
                "smoke",
                "capture",
                "96",
                "speed",
                0.5,
                "placedPct",
                90,
                "direction",
                "to the left",
                "focalMm",
                75,
                "fNumber",
                8,
                "iso",
                200,
                "whiteK",
                5200),
            "Fog of our own that takes the ship."));
    plan(
        "The tide gauge runs back",
        96,
        gauge,
        "D1",
        values(
            "surface",
            "the gauge",
            "pxPerSecond",
            180,
            "widthPct",
            34,
            "leftPct",
            33,
            "artworkPx",
            3000,
            "passers",
            18,
            "focalMm",
            50,
            "shutterDegrees",
            172.8),
        "The dial is flat; the hand is drawn.");
    plan(
        "Rain that hangs",
        120,
        bollard,
        "C3",
        values(
            "thing",
            "the rain",
            "capture",
            "120",
            "slowSpeed",
            0.2,
            "fallSeconds",
            0.45,
            "crossingFrames",
            22,
            "eventFrames",
            0,
            "dryWet",
            true,
            "fNumber",
            4,
            "iso",
            800,
            "whiteK",
            5600),
        "One fast plate keeps her and the rain in the same light.");
    plan(
        "The rain falls at once",
        60,
        bollard,
        "C1",
        values(
            "capture",
            "120",
            "straightSpeed",
            0.2,
            "straightFrames",
            30,
            "rampSpeed",
            1,
            "rampFrames",
            12,
            "runUpSeconds",
            1,
            "runOutSeconds",
            3,
            "pxPerSecond",
            2600,
            "fNumber",
            4,
            "iso",
            800,
            "whiteK",
            5600),
        "The same plate as the hanging rain, let go.");
    plan(
        "The chart's whale swims",
        144,
        chart,
        "E4",
        values(
            "figure",
            "the whale",
            "drawings",
            9,
            "onFrames",
            4,
            "artworkPx",
            4800,
            "widthPct",
            38,
            "travelPct",
            42,
            "pointOfView",
            false,
            "focalMm",
            50,
            "shutterDegrees",
            172.8),
        "Brown ink, nine drawings, on fours.");
    plan(
        "The turn round the lantern room",
        240,
        lantern,
        "A3",
        values(
            "sweepDeg",
            180,
            "moveSeconds",
            10,
            "phraseSeconds",
            10,
            "focalMm",
            24,
            "backgroundM",
            2.2,
            "repeatDeg",
            0.02,
            "syncFrames",
            0.2,
            "takes",
            3,
            "shutterDegrees",
            172.8),
        "Half a turn to ten bars of the waltz.");
    plan(
        "The cork float is thrown across",
        72,
        lantern,
        "A4",
        values(
            "prop",
            "the float",
            "distanceM",
            3,
            "releaseFrame",
            20,
            "flightFrames",
            22,
            "handOver",
            11,
            "fNumber",
            5.6,
            "passMinutes",
            1,
            "takes",
            7,
            "shutterDegrees",
            172.8),
        "The best of six throws with the best of nine catches.");
    plan(
        "The flare pistol",
        84,
        jetty,
        "E2",
        values(
            "kind",
            "muzzle flash",
            "first",
            34,
            "flashFrames",
            2,
            "areaShare",
            0.2,
            "red",
            true,
            "xPct",
            58,
            "yPct",
            30,
            "iso",
            800,
            "whiteK",
            3200),
        "No charge on the set: the star is laid over.");
    plan(
        "The leap from the jetty",
        84,
        jetty,
        new MethodChoice(
            "B3",
            values(
                "takeOffFrame",
                32,
                "airFrames",
                12,
                "distanceM",
                7.5,
                "push",
                1.15,
                "kickDeg",
                4,
                "iso",
                800,
                "whiteK",
                3200,
                "focusM",
                7.5),
            "A real jump, held at its top.",
            List.of("B3", "B5")),
        new MethodChoice(
            "B5",
            values(
                "flightFrom",
                56,
                "flightFrames",
                28,
                "placedPct",
                45,
                "distanceM",
                4.5,
                "lengthM",
                1.9,
                "iso",
                800,
                "whiteK",
                3200,
                "focusM",
                7.5),
            "Two seconds in the fog, on a bench."));
    plan(
        "The landing on the gallery",
        72,
        gallery,
        "B4",
        values(
            "landFrame",
            26,
            "others",
            true,
            "distanceM",
            6.5,
            "dropM",
            12,
            "iso",
            800,
            "whiteK",
            3200,
            "focusM",
            6.5),
        "She comes in over the rail; the iron does the rest.");
    plan(
        "The beam strikes the fog bank",
        120,
        gallery,
        "E1",
        values(
            "onFrame",
            36,
            "beamFrames",
            84,
            "tipXPct",
            24,
            "tipYPct",
            46,
            "targetXPct",
            92,
            "targetYPct",
            36,
            "flickerHz",
            2.5,
            "iso",
            800,
            "whiteK",
            3200),
        "The lamp is real on her face; the plank of light is ours.");
    plan(
        "The plankton woman",
        168,
        gallery,
        "E3",
        values(
            "matter",
            "plankton light",
            "looks",
            3,
            "liquid",
            "liquid tank",
            "heightPct",
            70,
            "punch",
            1.3,
            "elementPx",
            3840,
            "iso",
            800,
            "whiteK",
            3200),
        "Sediment turns slower than anything we could draw.");
    plan(
        "The paper boat becomes a dinghy",
        108,
        slipway,
        "D2",
        values(
            "small",
            "the paper boat",
            "large",
            "the dinghy",
            "smallMm",
            170,
            "largeMm",
            2400,
            "farM",
            11,
            "focalMm",
            28,
            "fNumber",
            16,
            "placedErrorCm",
            0.5,
            "support",
            "on a support",
            "swapFrame",
            50,
            "fingerFrames",
            0,
            "iso",
            800,
            "whiteK",
            3200),
        "The mooring ring hides the change.");
    plan(
        "The ramped crossing",
        96,
        boat,
        "C2",
        values(
            "capture",
            "96",
            "cutAt",
            48,
            "firstMoves",
            "to the left",
            "secondMoves",
            "to the left",
            "straightSpeed",
            0.5,
            "rampSpeed",
            8,
            "pxPerSecond",
            700,
            "secondPxPerSecond",
            620,
            "iso",
            800,
            "whiteK",
            3200),
        "Wall, then ship: one rush to the left.");
    plan(
        "The sea draws a breath",
        72,
        boat,
        "C4",
        values("lookDegrees", 345, "pxPerSecond", 900, "fNumber", 2.8, "iso", 800, "whiteK", 3200),
        "A long shutter makes the water one thing.");
    plan(
        "Her hand fades",
        96,
        gauge,
        "A5",
        values(
            "startFrame",
            30,
            "holdFrames",
            30,
            "leftPct",
            40,
            "rightPct",
            60,
            "offsetPct",
            6,
            "retimePct",
            50,
            "flickerHz",
            3,
            "focalMm",
            50,
            "shutterDegrees",
            172.8),
        "The hand comes apart and does not quite return.");
    plan(
        "The push through the window",
        192,
        window,
        new MethodChoice(
            "F2",
            values(
                "kind",
                "push",
                "push",
                1.9,
                "through",
                "a window or frame",
                "keyframes",
                3,
                "iso",
                200,
                "whiteK",
                5200),
            "A crane would not fit the room.",
            List.of("F2", "F1")),
        new MethodChoice(
            "F5",
            values(
                "words",
                "The Tidekeeper",
                "made",
                "written on",
                "startFrame",
                96,
                "writeFrames",
                30,
                "readFrames",
                60,
                "iso",
                200,
                "whiteK",
                5200),
            "In her own hand, over the water."));
    plan(
        "The last look, closer",
        84,
        window,
        "F3",
        values(
            "from",
            "punch-in",
            "source",
            "the wide take of the dawn",
            "punch",
            1.8,
            "sourceFrames",
            70),
        "Nobody shot the close-up.");
    leaning.add(
        codes.get("The rain falls at once"),
        mara,
        new LeanDesk.NewLean(
            codes.get("Rain that hangs"),
            Lean.What.MATTE,
            "of the pier, for the same wall of rain"));
    return lantern;
  }

  /** Values by name, in turn. */
  private static Map<String, Object> values(Object... pairs) {
    Map<String, Object> out = new LinkedHashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      out.put((String) pairs[i], pairs[i + 1]);
    }
    return out;
  }

  private static Map<String, Object> zone(int part, int frame, double left, double right) {
    return Map.of("part", part, "frame", frame, "left", left, "right", right);
  }

  private void shoot() throws IOException {
    LocalDate today = LocalDate.now(clock);
    for (String[] place :
        new String[][] {
          {"Signal station, stage", "50.9121"},
          {"Stone pier and station", "50.9137"},
          {"Jetty, gallery and lantern room", "50.9145"}
        }) {
      days.addPlace(
          mara, new ShootDays.NewPlace(place[0], Double.parseDouble(place[1]), -4.5583, ZONE));
    }
    UUID day1 = day(today.minusDays(2), "Signal station, stage", 8, 18, 0);
    UUID day2 = day(today, "Stone pier and station", 7, 18, 50.9137);
    UUID day3 = day(today.plusDays(1), "Jetty, gallery and lantern room", 7, 22, 50.9145);
    UUID table = setup(day1, "Chart table, wide");
    UUID mug = setup(day1, "Chart table, close on the mug");
    UUID lean = setup(day2, "Chart table, over the lamp");
    UUID mast = setup(day2, "Mast from the pier");
    UUID sheds = setup(day2, "Boat sheds, side on");
    UUID floorboards = setup(day2, "Station floor, coat");

    plan(
        "Two Ineses at the chart table",
        96,
        table,
        "A1",
        Map.of("shutterDegrees", 172.8, "speaking", 2, "focusM", 2.6, "focusFarM", 2.7),
        "Both keep to their own side of the lamp.");
    plan(
        "The second mug appears",
        72,
        mug,
        "B1",
        Map.of(
            "thing",
            "the second mug",
            "direction",
            "appears",
            "atFrame",
            30,
            "reaction",
            true,
            "left",
            54,
            "right",
            63,
            "focalMm",
            50,
            "focusM",
            1.4,
            "fNumber",
            4),
        "One cut; the steam is real.");
    plan(
        "One leans across herself",
        120,
        lean,
        "A2",
        Map.of(
            "shutterDegrees",
            172.8,
            "focusM",
            2.2,
            "focusFarM",
            2.9,
            "inFront",
            "right part",
            "zones",
            List.of(
                zone(1, 0, 0.08, 0.42),
                zone(2, 0, 0.58, 0.92),
                zone(2, 51, 0.56, 0.92),
                zone(2, 52, 0.38, 0.9),
                zone(2, 65, 0.38, 0.9),
                zone(2, 66, 0.57, 0.92))),
        "Fourteen frames by hand are cheaper than a coloured screen in this room.");
    plan(
        "The signal flags vanish",
        96,
        mast,
        "B1",
        Map.of(
            "thing",
            "the flags",
            "atFrame",
            40,
            "neighbours",
            true,
            "wind",
            true,
            "left",
            46,
            "right",
            62,
            "focusM",
            7,
            "iso",
            200,
            "whiteK",
            5600),
        "Hard cut on the slap of the halyard.");
    plan(
        "The dash along the pier",
        96,
        sheds,
        "B2",
        Map.of(
            "leaveFrame",
            30,
            "metres",
            40,
            "from",
            12,
            "to",
            86,
            "iso",
            200,
            "whiteK",
            5600,
            "focusM",
            9,
            "backgroundM",
            11),
        "Shutters and a gull move: a compressed run would speed them up.");
    plan(
        "Yesterday's Ines is gone",
        84,
        floorboards,
        "B1",
        Map.of(
            "thing",
            "Yesterday's Ines",
            "atFrame",
            24,
            "dissolve",
            24,
            "shadow",
            true,
            "shutterDegrees",
            172.8),
        "");

    UUID lantern = planAhead(day2, day3);
    passes();

    CameraData stage = camera(35, 5.6, 172.8, 400, 4300, 2.6);
    SlateTimes c =
        new SlateTimes(today.minusDays(2).atTime(9, 40).toInstant(ZoneOffset.UTC), "A001");
    take(
        c,
        table,
        "Two Ineses at the chart table",
        "plate:performance-1",
        stage,
        Take.Call.NO_GOOD,
        "looks past the eyeline");
    UUID left =
        take(
            c,
            table,
            "Two Ineses at the chart table",
            "plate:performance-1",
            stage,
            Take.Call.PICK,
            "");
    take(c, table, "Two Ineses at the chart table", "plate:guide-1", stage, Take.Call.PICK, "");
    UUID right =
        take(
            c,
            table,
            "Two Ineses at the chart table",
            "plate:performance-2",
            stage,
            Take.Call.PICK,
            "");
    UUID guide =
        take(c, table, "Two Ineses at the chart table", "plate:guide-2", stage, Take.Call.PICK, "");
    UUID clean =
        take(c, table, "Two Ineses at the chart table", "plate:clean", stage, Take.Call.PICK, "");
    say("Two Ineses at the chart table", "datum:still", "still 0412 with slate");
    say(
        "Two Ineses at the chart table",
        "datum:eyeline",
        "1.62 m, marked on the stand, across the lamp");
    say("Two Ineses at the chart table", "datum:wardrobe", "wet oilskin; dry coat and pencil");
    say("Two Ineses at the chart table", "datum:sound", "stove fan off, 30 s of room tone");

    CameraData close = camera(50, 4, 180, 400, 4300, 1.4);
    take(c, mug, "The second mug appears", "plate:with", close, Take.Call.PICK, "");
    strike(table);
    strike(mug);

    SlateTimes d = new SlateTimes(clock.instant().minusSeconds(3 * 3600), "A002");
    CameraData over = camera(35, 5.6, 172.8, 400, 4300, 2.2);
    take(d, lean, "One leans across herself", "plate:performance-1", over, Take.Call.NONE, "");
    UUID leans =
        take(d, lean, "One leans across herself", "plate:performance-1", over, Take.Call.PICK, "");
    CameraData auto = over.with("whiteK", 4550.0).with("whiteAuto", true).with("focusM", 2.9);
    UUID warmer =
        take(d, lean, "One leans across herself", "plate:performance-2", auto, Take.Call.PICK, "");

    CameraData pier = camera(35, 5.6, 180, 200, 5600, 7);
    UUID flags = take(d, mast, "The signal flags vanish", "plate:with", pier, Take.Call.PICK, "");
    UUID reaction =
        take(d, mast, "The signal flags vanish", "plate:reaction", pier, Take.Call.PICK, "");
    d.next();
    floor.touch(
        mast,
        lys,
        new FloorLog.NewTouch(
            UUID.randomUUID(), Touch.LEGS, "gull cable caught the leg", d.next()));
    UUID nudged = take(d, mast, "The signal flags vanish", "plate:clean", pier, Take.Call.PICK, "");

    CameraData shed = camera(35, 5.6, 180, 200, 5600, 9);
    UUID dash =
        take(d, sheds, "The dash along the pier", "plate:performance-1", shed, Take.Call.PICK, "");
    d.next();
    floor.touch(
        sheds,
        lys,
        new FloorLog.NewTouch(
            UUID.randomUUID(), Touch.LIGHT, "sun round the corner of the shed", d.next()));
    UUID drifted =
        take(d, sheds, "The dash along the pier", "plate:performance-1", shed, Take.Call.NONE, "");
    plates(left, right, clean, guide, leans, warmer, flags, nudged, reaction, dash, drifted);
    CameraData ring = camera(50, 5.6, 172.8, 400, 3200, 3);
    List<UUID> throwers = new ArrayList<>();
    List<UUID> catchers = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      throwers.add(
          take(
              d,
              lantern,
              "The cork float is thrown across",
              "plate:giver",
              ring,
              Take.Call.NONE,
              ""));
      catchers.add(
          take(
              d,
              lantern,
              "The cork float is thrown across",
              "plate:receiver",
              ring,
              Take.Call.NONE,
              ""));
    }
    throwing(throwers, catchers);
    floor.note(
        lean,
        lys,
        new FloorLog.NewSetupNote(
            UUID.randomUUID(),
            SetupNote.Kind.LIGHT,
            "",
            "lamp on 40 %, window blacked",
            7.5,
            3400.0,
            d.next()));
    floor.note(
        mast,
        lys,
        new FloorLog.NewSetupNote(
            UUID.randomUUID(),
            SetupNote.Kind.LIGHT,
            "",
            "thin cloud, even",
            12.5,
            6100.0,
            d.next()));
    floor.note(
        lean,
        lys,
        new FloorLog.NewSetupNote(
            UUID.randomUUID(),
            SetupNote.Kind.SOUND,
            SoundCheck.HUM.name(),
            "",
            null,
            null,
            d.next()));
    say("The dash along the pier", "datum:marks", "41.2 m paced, 12 % and 86 % of frame");
    sign(
        "The dash along the pier",
        "caution:run",
        "one run an hour, matting at the second mark",
        "R. Ekholm",
        "stunt coordinator");
    sign(
        "The leap from the jetty",
        "caution:jump",
        "jump to be no higher than the crate; pads out of frame",
        "R. Ekholm",
        "stunt coordinator");
    found(
        "The plankton woman",
        "element:E3-matter",
        "tank takes 3 and 5, on the drive",
        ElementSource.SHOOT,
        3840,
        "our own");
    found(
        "The flare pistol",
        "element:E2-flash",
        "four shapes from the library",
        ElementSource.STOCK,
        1920,
        "");
    found(
        "The push through the window",
        "element:F5-title",
        "lettering, first scan",
        ElementSource.DRAW,
        1600,
        "our own");
    found(
        "The chart's whale swims",
        "element:E4-artwork",
        "nine sheets, scanned flat",
        ElementSource.DRAW,
        4800,
        "our own");
    took("Two Ineses at the chart table", "task:A1/split", "split on the lamp, feathered", 0.6);
    took("Two Ineses at the chart table", "task:composite", "composite", 3.5);
    took("The signal flags vanish", "task:composite", "composite", 2.2);
    took("The signal flags vanish", "task:B1/shadow", "shadow on the mast", 1.4);
    looks();
  }

  /** Stills and clips of what was shot, with known faults: what they are is told beside each. */
  private void plates(
      UUID left,
      UUID right,
      UUID clean,
      UUID guide,
      UUID leans,
      UUID warmer,
      UUID flags,
      UUID nudged,
      UUID reaction,
      UUID dash,
      UUID drifted)
      throws IOException {
    Color coat = new Color(0xc9972a);
    Color dry = new Color(0x7d6d48);
    Fault none = Fault.NONE;
    still(
        left,
        "slate 0412",
        g -> {
          DemoPlates.station(g);
          DemoPlates.woman(g, 330, 640, coat, 1);
        },
        none);
    still(
        right,
        "as it was",
        g -> {
          DemoPlates.station(g);
          DemoPlates.woman(g, 960, 640, dry, 2);
        },
        new Fault(0.12, -0.06, 0, 0, 0.01, 0, 1, 1));
    still(clean, "as it was", DemoPlates::station, new Fault(-0.1, 0.05, 0, 0, -0.005, 0, 1, 1));
    still(
        leans,
        "first plate",
        g -> {
          DemoPlates.station(g);
          DemoPlates.woman(g, 330, 640, coat, 3);
        },
        none);
    // Automatic white balance that drifted by 13 mired, and the focus pulled to 2.9 m.
    still(
        warmer,
        "made 13 mired warmer, softer by 1.6 px",
        g -> {
          DemoPlates.station(g);
          DemoPlates.woman(g, 930, 640, dry, 4);
        },
        new Fault(0, 0, 0, 1.6, 0, 0, 1.056, 0.948));
    still(
        flags,
        "with the flags",
        g -> {
          DemoPlates.pier(g);
          DemoPlates.woman(g, 380, 690, coat, 5);
        },
        none);
    still(
        nudged,
        "made 3.4 px right, 1.2 px up, turned 0.08°",
        DemoPlates::pier,
        new Fault(3.4, -1.2, 0.08, 0, 0, 0, 1, 1));
    still(
        dash,
        "before the sun moved",
        g -> {
          DemoPlates.sheds(g);
          DemoPlates.woman(g, 200, 660, coat, 6);
        },
        none);
    still(
        drifted,
        "made 0.3 stops darker at the right",
        g -> {
          DemoPlates.sheds(g);
          DemoPlates.woman(g, 1080, 660, coat, 7);
        },
        new Fault(0, 0, 0, 0, 0, -0.3, 1, 1));
    BufferedImage room = DemoPlates.plate(DemoPlates::station, none, 90);
    // 100 ripples a second seen at 24 frames beat four times a second: six frames a wave, with
    // three different lights in it.
    double swing = 0.12 * Math.sin(Math.PI / 3);
    BufferedImage[] lamps = {
      room,
      DemoPlates.plate(DemoPlates::station, new Fault(0, 0, 0, 0, swing, 0, 1, 1), 92),
      DemoPlates.plate(DemoPlates::station, new Fault(0, 0, 0, 0, -swing, 0, 1, 1), 93)
    };
    BufferedImage sea = DemoPlates.plate(DemoPlates::pier, none, 91);
    clip(
        left,
        "she stays left of the lamp",
        60,
        DemoPlates.W,
        DemoPlates.H,
        (g, t, f) -> {
          g.drawImage(room, 0, 0, null);
          DemoPlates.woman(g, 330 + 40 * Math.sin(t * 5), 640, coat, 1);
        });
    clip(
        right,
        "made to lean across in frames 24 to 35",
        60,
        DemoPlates.W,
        DemoPlates.H,
        (g, t, f) -> {
          g.drawImage(room, 0, 0, null);
          DemoPlates.woman(g, f >= 24 && f <= 35 ? 470 : 960 - 30 * Math.sin(t * 4), 640, dry, 2);
        });
    clip(
        guide,
        "made to flicker by 0.12 stops, lamps on 50 Hz",
        72,
        DemoPlates.W,
        DemoPlates.H,
        (g, t, f) -> {
          g.drawImage(lamps[f % 6 == 0 || f % 6 == 3 ? 0 : f % 6 < 3 ? 1 : 2], 0, 0, null);
          DemoPlates.woman(g, 640 + 60 * Math.sin(t * 3), 640, coat, 8);
        });
    clip(
        reaction,
        "made to jump by 5 px at frame 37",
        60,
        DemoPlates.W,
        DemoPlates.H,
        (g, t, f) -> {
          g.drawImage(sea, f < 37 ? 0 : 4, f < 37 ? 0 : -3, null);
          DemoPlates.woman(g, 420 + 10 * Math.sin(t * 9), 690, coat, 9);
        });
  }

  /** Three throws and three catches of the float; two of each are marked already. */
  private void throwing(List<UUID> throwers, List<UUID> catchers) throws IOException {
    double[][] arcs = {
      {150, 250, 490, 236, 20, 150}, {160, 262, 500, 250, 22, 128}, {140, 240, 520, 200, 18, 170}
    };
    double[][] caught = {
      {170, 255, 496, 246, 22, 132}, {150, 262, 470, 280, 24, 120}, {160, 250, 512, 214, 19, 160}
    };
    BufferedImage room = DemoPlates.plate(DemoPlates::station, Fault.NONE, 94);
    for (int i = 0; i < 3; i++) {
      for (boolean giving : new boolean[] {true, false}) {
        double[] a = giving ? arcs[i] : caught[i];
        UUID take = (giving ? throwers : catchers).get(i);
        clip(
            take,
            giving ? "throw" : "catch",
            40,
            640,
            360,
            (g, t, f) -> {
              g.drawImage(room, 0, 0, 640, 360, null);
              g.scale(0.5, 0.5);
              DemoPlates.woman(
                  g, giving ? 200 : 1080, 700, new Color(giving ? 0xc9972a : 0x7d6d48), 11);
              double[] p = along(a, f - 8);
              g.setColor(new Color(0xe8d8b0));
              g.fill(new Ellipse2D.Double(2 * p[0] - 18, 2 * p[1] - 18, 36, 36));
              g.setTransform(new AffineTransform());
            });
        if (i < 2) {
          List<Throw.Spot> spots = new ArrayList<>();
          for (double s : new double[] {0, 0.25, 0.5, 0.75, 1}) {
            double frame = 8 + Math.round(s * a[4]);
            double[] p = along(a, frame - 8);
            spots.add(new Throw.Spot(frame, p[0], p[1]));
          }
          throwing.mark(
              take,
              lys,
              "\"0\"",
              new ThrowDesk.NewThrowPath(
                  giving ? TakePairing.Half.THROW : TakePairing.Half.CATCH, spots));
        }
      }
    }
  }

  /**
   * Place of the float: from hand to hand in so many frames, so high; it rests in the hands before
   * and after.
   */
  private static double[] along(double[] a, double frame) {
    double s = Math.max(0, Math.min(1, frame / a[4]));
    return new double[] {
      a[0] + (a[2] - a[0]) * s, a[1] + (a[3] - a[1]) * s - 4 * a[5] * s * (1 - s)
    };
  }

  private void still(UUID take, String caption, DemoPlates.Set set, Fault fault)
      throws IOException {
    stills.add(
        lys,
        take,
        UUID.randomUUID(),
        caption,
        DemoPlates.still(set, fault, take.hashCode()),
        "still.png");
  }

  private void clip(
      UUID take, String caption, int frames, int width, int height, DemoPictures.Scene scene)
      throws IOException {
    Path file = Files.createTempFile("demo", ".mp4");
    try {
      DemoPictures.clip(file, width, height, frames, "24", 16, scene);
      try (InputStream in = Files.newInputStream(file)) {
        clips.add(lys, take, caption, in, "clip.mp4");
      }
    } finally {
      Files.deleteIfExists(file);
    }
  }

  private UUID setup(UUID day, String name) {
    return floor.addSetup(mara, new Floor.SetupChange(day, null, name, false)).id();
  }

  private UUID day(LocalDate date, String place, int call, int wrap, double latitude) {
    List<DayTerms.Hours> people =
        List.of(
            new DayTerms.Hours("Odile Marsh", "both Ineses", call * 60, wrap * 60),
            new DayTerms.Hours("Lys Amberley", "camera", call * 60, wrap * 60),
            new DayTerms.Hours("R. Ekholm", "stunt coordinator", 13 * 60, 17 * 60));
    DayTerms p = DayTerms.PLAIN;
    return days.addDay(
            mara,
            new ShootDays.NewDay(
                date,
                place,
                new DayTerms(
                    latitude == 0 ? null : latitude,
                    latitude == 0 ? null : -4.5583,
                    ZONE,
                    call * 60,
                    wrap * 60,
                    people,
                    new DayPlan.Rates(15, 15, 4, 75, 80, 8),
                    p.cardGigabytes(),
                    p.megabitsPerSecond(),
                    p.shadowHeightM(),
                    p.shadowLimitM(),
                    null)))
        .id();
  }

  /** Who is in what, in which light, and what is seen inside what. */
  private void passes() {
    for (String title :
        List.of(
            "The turn round the lantern room",
            "The cork float is thrown across",
            "One leans across herself")) {
      for (String part : List.of("1", "2")) {
        pass(
            title,
            "plate:performance-" + part,
            part.equals("1") ? "wet oilskin" : "dry coat",
            null,
            null);
      }
    }
    for (String title :
        List.of(
            "The leap from the jetty",
            "The landing on the gallery",
            "The flare pistol",
            "The beam strikes the fog bank")) {
      shots.shot(codes.get(title), mara).plan().plates().stream()
          .filter(q -> q.kind() == Plan.PlateKind.PERFORMANCE)
          .forEach(
              q ->
                  pass(
                      title,
                      q.key(),
                      "wet oilskin",
                      title.startsWith("The leap") ? 13 * 60.0 : 17 * 60.0,
                      title.startsWith("The leap") ? 17 * 60.0 : 22 * 60.0));
    }
    shots.shot(codes.get("The push through the window"), mara).plan().plates().stream()
        .filter(q -> q.kind() == Plan.PlateKind.PERFORMANCE || q.kind() == Plan.PlateKind.TRACKING)
        .forEach(q -> pass("The push through the window", q.key(), null, 7 * 60 + 30.0, 9 * 60.0));
    order.need(
        mara,
        new PassOrders.NewNeed(
            codes.get("The turn round the lantern room"),
            codes.get("The tide gauge runs back"),
            "the gauge is seen through the open door"));
    order.need(
        mara,
        new PassOrders.NewNeed(
            codes.get("One leans across herself"),
            codes.get("The chart's whale swims"),
            "the whale is on the chart she leans over"));
    days.addPreset(
        mara,
        new ShootDays.NewPreset(
            "Night on the gallery",
            new CameraData(
                "K1",
                null,
                null,
                null,
                172.8 / 360 / 24,
                800.0,
                3200.0,
                false,
                false,
                null,
                false,
                FrameRate.FILM,
                Raster.UHD,
                null,
                null,
                null),
            "test 4: grain holds at ISO 800, the lamp stays warm"));
    days.addPreset(
        mara,
        new ShootDays.NewPreset(
            "Rain, 120 fps",
            new CameraData(
                "K1",
                null,
                null,
                4.0,
                1 / 240.0,
                800.0,
                5600.0,
                false,
                false,
                null,
                false,
                FrameRate.of(120),
                Raster.UHD,
                null,
                null,
                null),
            "test 2: drops hang, no flicker under the work light"));
  }

  private void pass(String title, String plate, String costume, Double lightFrom, Double lightTo) {
    if (shots.shot(codes.get(title), mara).plan().plates().stream()
        .anyMatch(q -> q.key().equals(plate))) {
      order.pass(
          mara,
          new PassOrders.NewPassSetting(
              codes.get(title),
              plate,
              costume == null ? List.of() : List.of(new Pass.Worn("Odile Marsh", costume)),
              null,
              lightFrom,
              lightTo));
    }
  }

  private void strike(UUID setup) {
    FloorSheets.SetupSheet s = floor.sheet(setup, mara, 0);
    List<FloorLog.NewWaiver> let =
        s.beforeStrike().stream()
            .map(
                i -> new FloorLog.NewWaiver(i.shot(), i.key(), "the stage was wanted back at four"))
            .toList();
    floor.changeSetup(
        setup,
        mara,
        "\"" + s.setup().version() + "\"",
        new Floor.SetupChange(s.setup().day(), s.setup().number(), s.setup().name(), true, let));
  }

  private void say(String title, String item, String words) {
    evidence.say(
        codes.get(title),
        mara,
        new EvidenceDesk.NewEvidence(UUID.randomUUID(), item, Evidence.Kind.SETTLED, words, null));
  }

  private void sign(String title, String item, String words, String who, String role) {
    evidence.say(
        codes.get(title),
        mara,
        new EvidenceDesk.NewEvidence(
            UUID.randomUUID(),
            item,
            Evidence.Kind.SETTLED,
            words,
            null,
            new EvidenceRules.NewSignature(who, role, LocalDate.now(clock).minusDays(3)),
            null));
  }

  private void found(
      String title, String item, String words, ElementSource source, int widthPx, String licence) {
    evidence.say(
        codes.get(title),
        mara,
        new EvidenceDesk.NewEvidence(
            UUID.randomUUID(),
            item,
            Evidence.Kind.SETTLED,
            words,
            null,
            null,
            new EvidenceRules.NewElement(source, widthPx, licence)));
  }

  private void took(String title, String item, String words, double hours) {
    evidence.say(
        codes.get(title),
        mara,
        new EvidenceDesk.NewEvidence(UUID.randomUUID(), item, Evidence.Kind.SETTLED, words, hours));
  }

  private void looks() throws IOException {
    UUID shot = codes.get("The plankton woman");
    String[][] tried = {
      {"Points that gather", "Each light keeps its own drift; she is only there if you look."},
      {
        "A skin of light",
        "One surface, lit from inside; clear at once, and a little like a statue."
      },
      {"Wake and fold", "Threads drawn by an arm that is not there."}
    };
    LookDesk.LooksView all = null;
    for (int i = 0; i < tried.length; i++) {
      int style = i;
      all =
          look.take(
              piotr,
              shot,
              tried[i][0],
              tried[i][1],
              DemoPictures.still((g, t, f) -> DemoPictures.plankton(g, style)),
              "look.png");
    }
    String[] frames = {
      "Wide: the table, the lamp, one of her",
      "She looks up; she is there already",
      "Both lean in over the chart"
    };
    for (int i = 0; i < frames.length; i++) {
      // The same table, each time closer.
      double closer = 1 + 0.7 * i;
      double at = i == 1 ? 0.66 : 0.5;
      board.take(
          mara,
          codes.get("Two Ineses at the chart table"),
          frames[i],
          DemoPictures.still(
              (g, t, f) -> {
                g.translate(960, 600);
                g.scale(closer, closer);
                g.translate(-1920 * at, -600);
                DemoPictures.chartTable(g, 0, f);
              }),
          "frame.png");
    }
    look.decide(
        shot,
        mara,
        new LookDesk.NewDecision(
            all.looks().get(0).id(),
            "The statue explains too much; points let the audience find her."));
  }

  private static CameraData camera(
      double focal, double stop, double angle, double iso, double white, double focus) {
    return new CameraData(
        "K1",
        "prime " + (int) focal + " mm",
        focal,
        stop,
        angle / 360 / 24,
        iso,
        white,
        false,
        false,
        focus,
        false,
        FrameRate.FILM,
        Raster.UHD,
        1.45,
        0.0,
        focus,
        false,
        "flat",
        0.0,
        0.0,
        "intra",
        10,
        "full width",
        0.0,
        false);
  }

  /**
   * Runs through the shooting day: each take some minutes after the one before, timecode going on.
   */
  private static final class SlateTimes {
    private Instant at;
    private final String roll;
    private Timecode tc = Timecode.parse("10:00:00:00", FrameRate.FILM);

    SlateTimes(Instant from, String roll) {
      this.at = from;
      this.roll = roll;
    }

    Instant next() {
      at = at.plusSeconds(170);
      return at;
    }
  }

  private UUID take(
      SlateTimes c,
      UUID setup,
      String title,
      String plate,
      CameraData camera,
      Take.Call call,
      String reason) {
    Plan.Plate p =
        shots.shot(codes.get(title), mara).plan().plates().stream()
            .filter(x -> x.key().equals(plate))
            .findFirst()
            .orElseThrow();
    Timecode in = c.tc;
    Timecode out = in.plus(Math.round((p.seconds() + 6) * 24));
    c.tc = out.plus(24 * 40);
    UUID id = UUID.randomUUID();
    floor.log(
        lys,
        new FloorLog.NewTake(
            id,
            codes.get(title),
            setup,
            plate,
            null,
            null,
            c.roll,
            in.label(),
            out.label(),
            camera,
            List.of(),
            List.of(),
            Boolean.TRUE.equals(camera.whiteAuto())
                ? "the camera would not hold kelvin on battery three"
                : "",
            "",
            c.next()));
    if (call != Take.Call.NONE) {
      floor.call(id, lys, new FloorLog.NewCall(UUID.randomUUID(), call, reason));
    }
    return id;
  }

  private void versions() throws IOException {
    Path work = Files.createTempDirectory("demo");
    try {
      Path table = work.resolve("table.mp4");
      Path flags = work.resolve("flags.mp4");
      Path dash = work.resolve("dash.mp4");
      DemoPictures.clip(table, 112, "24", DemoPictures::chartTableStep);
      DemoPictures.clip(flags, 96, "24", DemoPictures::flagsShadow);
      DemoPictures.clip(dash, 112, "25", DemoPictures::dash);
      Reviews.ReviewView two =
          upload("Two Ineses at the chart table", table, "first composite, split on the lamp");
      UUID v1 = two.versions().get(0).id();
      review.note(
          v1,
          mara,
          new Reviews.NewNote(UUID.randomUUID(), 1041, "The lamp glow steps at the join."));
      review.verdict(
          v1,
          mara,
          new Reviews.NewVerdict(
              UUID.randomUUID(),
              Verdict.AGAIN,
              "glow steps at the join",
              VerdictEntry.Standard.AT_SPEED));
      DemoPictures.clip(table, 112, "24", DemoPictures::chartTable);
      two = upload("Two Ineses at the chart table", table, "glow feathered over 60 px");
      UUID v2 = two.versions().get(0).id();
      UUID glow = two.notes().get(0).id();
      review.say(
          glow,
          piotr,
          new Reviews.NewNoteWord(
              UUID.randomUUID(),
              NoteWord.Kind.ANSWERED,
              v2,
              "Feathered over 60 px and graded 0.1 stop."));
      review.say(
          glow,
          mara,
          new Reviews.NewNoteWord(UUID.randomUUID(), NoteWord.Kind.CONFIRMED, null, ""));
      review.verdict(
          v2,
          mara,
          new Reviews.NewVerdict(
              UUID.randomUUID(),
              Verdict.AGREED,
              "nobody will look for the join",
              VerdictEntry.Standard.AT_SPEED));
      Reviews.ReviewView f = upload("The signal flags vanish", flags, "hard cut, halyard kept");
      review.note(
          f.versions().get(0).id(),
          mara,
          new Reviews.NewNote(
              UUID.randomUUID(),
              1042,
              "The shadow of the flags stays on the mast for two frames."));
      DemoPictures.clip(flags, 96, "24", DemoPictures::flags);
      f = upload("The signal flags vanish", flags, "the shadow goes with the flags");
      review.say(
          f.notes().get(0).id(),
          piotr,
          new Reviews.NewNoteWord(
              UUID.randomUUID(),
              NoteWord.Kind.ANSWERED,
              f.versions().get(0).id(),
              "Painted on both frames; look at the foot of the mast."));
      upload("The dash along the pier", dash, "three frames, streak by hand");
      specs.add(
          mara,
          new SpecDesk.NewSpec(
              "Festival master",
              new Raster(1920, 1080),
              "24",
              8,
              "{code}_v{version}",
              null,
              null,
              null));
      UUID sefa = people.findByLogin("sefa").orElseThrow().id;
      for (String title : List.of("Two Ineses at the chart table", "The signal flags vanish")) {
        Reviews.ReviewView seen = review.invite(codes.get(title), mara, new Reviews.NewGuest(sefa));
        review.show(
            seen.versions().get(0).id(),
            mara,
            new ClientDesk.NewShowing(
                UUID.randomUUID(),
                title.startsWith("Two") ? Showing.Kind.APPROVAL : Showing.Kind.PROGRESS,
                null));
      }
      guests.make(
          mara,
          new GuestDesk.NewGuestLink("Runa Vey", null, null, codes.get("The signal flags vanish")));
      ViewingDesk.ViewingView run =
          viewings.begin(
              mara,
              new ViewingDesk.NewViewing(
                  UUID.randomUUID(),
                  WatchList.Of.ALL,
                  WatchList.Order.SCRIPT,
                  null,
                  null,
                  null,
                  true,
                  false,
                  List.of(mara.name(), wren.name())));
      for (int i = 0; i + 1 < run.shots().size(); i++) {
        viewings.saw(mara, run.id(), new ViewingDesk.NewSeen(i));
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

  private Reviews.ReviewView upload(String title, Path file, String note) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return review.take(piotr, codes.get(title), in, file.getFileName().toString(), note, null);
    }
  }
}
