package bivex.bench;

import bivex.core.cue.CueFinder;
import bivex.core.cue.CueWords;
import bivex.core.cut.CutChange;
import bivex.core.cut.CutList;
import bivex.core.cut.EditListReader;
import bivex.core.cut.Recognition;
import bivex.core.cut.ShotCut;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.reckon.Reckoner;
import bivex.core.reckon.Sum;
import bivex.core.script.Anchor;
import bivex.core.script.Revision;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.Take;
import bivex.core.shot.Ledger;
import bivex.core.shot.ShotFacts;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;

/**
 * The core under load: a 120-page script, 500 plans of every method, every sum, what 500 shots owe
 * with 20 takes each.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class CoreBench {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);

  /** Every method of the book in turn, each fifth shot with two of them. */
  private static final List<String> METHODS = MethodBook.all().stream().map(m -> m.id()).toList();

  private String script;
  private String revised;
  private Screenplay play;
  private Screenplay revisedPlay;
  private List<Anchor> marks;
  private List<ShotFacts> facts;

  private String cutList;
  private String laterList;
  private Recognition known;

  @Setup
  public void make() {
    cutList = list(0);
    laterList = list(12);
    known = known();
    script = Prose.script();
    revised = Prose.revised();
    play = ScreenplayParser.parse(script);
    revisedPlay = ScreenplayParser.parse(revised);
    marks = Prose.marks(script, 400);
    facts = new ArrayList<>();
    CameraData camera =
        new CameraData(
            "K1",
            "35",
            35.0,
            5.6,
            1 / 48.0,
            400.0,
            4300.0,
            false,
            false,
            2.6,
            false,
            FrameRate.FILM,
            Raster.UHD,
            1.4,
            0.0,
            2.6);
    for (int i = 0; i < 500; i++) {
      Plan plan = plan(i);
      List<Take> takes = new ArrayList<>();
      for (int t = 0; t < 20 && !plan.plates().isEmpty(); t++) {
        takes.add(
            new Take(
                "t" + t,
                plan.plates().get(t % plan.plates().size()).key(),
                t,
                Instant.ofEpochSecond(t),
                camera,
                t % 5 == 0 ? Take.Call.PICK : Take.Call.NONE,
                t % 7,
                ""));
      }
      MatchReview match =
          MatchReview.of(
              takes,
              plan.asked(),
              List.of(),
              List.of(),
              new MatchGuard.Optics(Raster.UHD, 36, 6.0));
      facts.add(
          new ShotFacts(
              "why",
              ShotFacts.Words.AS_MARKED,
              false,
              1,
              plan,
              null,
              "setup 1",
              false,
              takes,
              match,
              List.of(),
              null,
              List.of()));
    }
  }

  private static Plan plan(int i) {
    return plan(i, true);
  }

  private static Plan plan(int i, boolean pictures) {
    String id = METHODS.get(i % METHODS.size());
    boolean iso = MethodBook.find(id).parameters().stream().anyMatch(p -> p.key().equals("iso"));
    MethodChoice first = new MethodChoice(id, iso ? Map.of("iso", 100 + i) : Map.of(), "");
    return MethodBook.derive(
        SETTING,
        i % 5 == 0 && !id.equals("F2")
            ? List.of(first, new MethodChoice("F2", Map.of(), ""))
            : List.of(first),
        pictures);
  }

  /**
   * A cut of 1500 events (every third an effect shot) read, recognised, and held against another.
   */
  @Benchmark
  public Object cut1500() {
    List<ShotCut> before = shots(cutList);
    return CutChange.between(before, shots(laterList));
  }

  private List<ShotCut> shots(String list) {
    CutList cut = EditListReader.read(list, FrameRate.FILM);
    return ShotCut.of(known.of(cut), known, 8);
  }

  /** Every tenth effect shot is twelve frames longer in the later one. */
  private static String list(int longer) {
    StringBuilder b = new StringBuilder("TITLE: Reel\nFCM: NON-DROP FRAME\n");
    Timecode at = Timecode.parse("01:00:00:00", FrameRate.FILM);
    for (int i = 0; i < 1500; i++) {
      long frames = 60 + (i % 30 == 0 ? longer : 0);
      Timecode in = new Timecode(FrameRate.FILM, false, 100 + 700L * (i % 2900));
      b.append(
          String.format(
              "%06d  %-8s V     C        %s %s %s %s\n* FROM CLIP NAME: clip %d\n",
              i + 1,
              (i % 3 == 0 ? "A" : "N") + String.format("%06d", i),
              in.label(),
              in.plus(frames).label(),
              at.label(),
              at.plus(frames).label(),
              i));
      at = at.plus(frames);
    }
    return b.toString();
  }

  private static Recognition known() {
    List<Recognition.KnownTake> takes = new ArrayList<>();
    for (int i = 0; i < 1500; i += 3) {
      for (int t = 0; t < 20; t++) {
        takes.add(
            new Recognition.KnownTake(
                i + "." + t,
                "s" + i,
                "plate:performance-1",
                "take " + i + " " + t,
                t + 1,
                t == 0 ? "A" + String.format("%06d", i) : "B" + i + "_" + t,
                new Timecode(FrameRate.FILM, false, 700L * (i % 2900)),
                400,
                t == 0));
      }
    }
    return new Recognition(takes, List.of());
  }

  @Benchmark
  public Screenplay parse120Pages() {
    return ScreenplayParser.parse(script);
  }

  @Benchmark
  public int findCuesIn120Pages() {
    return CueFinder.find(play, CueWords.SHIPPED_ONLY).size();
  }

  /** The comparison of two drafts and what becomes of every mark. */
  @Benchmark
  public int carry400MarksOver120Pages() {
    Revision r = new Revision(script, play, revised, revisedPlay);
    int sure = 0;
    for (Anchor m : marks) {
      sure += r.carry(m).anchor() == null ? 0 : 1;
    }
    return sure;
  }

  @Benchmark
  public int compareTwoDraftsSideBySide() {
    return new Revision(script, play, revised, revisedPlay).scenes().size();
  }

  @Benchmark
  public int derive500Plans() {
    int layers = 0;
    for (int i = 0; i < 500; i++) {
      layers += plan(i).layers().size();
    }
    return layers;
  }

  /** As the lists of shots ask for them. */
  @Benchmark
  public int derive500PlansWithoutPictures() {
    int layers = 0;
    for (int i = 0; i < 500; i++) {
      layers += plan(i, false).layers().size();
    }
    return layers;
  }

  /** Prints what 500 plans hold in memory while they are kept. */
  public static void main(String[] args) {
    for (boolean pictures : new boolean[] {true, false}) {
      List<Plan> kept = new ArrayList<>();
      long before = used();
      for (int i = 0; i < 500; i++) {
        kept.add(plan(i, pictures));
      }
      System.out.printf(
          "%d plans %s pictures hold %.1f MB%n",
          kept.size(), pictures ? "with" : "without", (used() - before) / 1e6);
    }
  }

  private static long used() {
    for (int i = 0; i < 4; i++) {
      System.gc();
    }
    return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
  }

  /** Every sum of the reckoner with its usual inputs. */
  @Benchmark
  public int everySumOnce() {
    int results = 0;
    for (Sum s : Reckoner.sums()) {
      results += Reckoner.reckon(s.id(), Map.of()).size();
    }
    return results;
  }

  @Benchmark
  public int owedOf500Shots() {
    int open = 0;
    for (ShotFacts f : facts) {
      open += Ledger.of(f).open().size();
    }
    return open;
  }
}
