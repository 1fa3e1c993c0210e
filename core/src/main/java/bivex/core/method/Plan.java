package bivex.core.method;

import bivex.core.Letters;
import bivex.core.Said;
import bivex.core.effort.Estimate;
import bivex.core.effort.ShotStandard;
import bivex.core.effort.TaskKind;
import bivex.core.element.ElementSource;
import bivex.core.light.MainsFlicker;
import bivex.core.optics.Shutter;
import bivex.core.script.GuideTrack;
import bivex.core.script.SpokenLines;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PlateTerms;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a shot owes, derived from its methods. Every item has a key that stays the same while
 * parameters change, so that evidence stays tied to it.
 */
public record Plan(
    List<Layer> layers,
    List<Plate> plates,
    MatchSet matchSet,
    List<BriefLine> cameraBrief,
    List<Element> elements,
    List<Aid> aids,
    List<Task> tasks,
    List<Datum> data,
    List<Check> checks,
    List<Caution> cautions,
    List<SketchFrame> sketch,
    List<Drawing> drawings,
    Estimate effort,
    double setMinutes) {

  /** The same with what is set otherwise on single plates, on purpose; that is in the brief too. */
  public Plan with(List<PlannedDifference> planned) {
    if (planned.isEmpty()) {
      return this;
    }
    List<BriefLine> brief = new ArrayList<>(cameraBrief);
    List<Plate> changed = new ArrayList<>();
    for (Plate p : plates) {
      PlateTerms asks = p.asks();
      for (PlannedDifference d : planned) {
        if (d.plate().equals(p.key())) {
          asks = asks.with(d.field(), d.typed());
          brief.add(
              new BriefLine(
                  d.plate() + " " + d.field(),
                  CameraData.label(d.field()) + ", " + Said.inside(p.label()),
                  d.said(),
                  d.reason()));
        }
      }
      changed.add(p.asking(asks));
    }
    return made(List.copyOf(changed), List.copyOf(brief), tasks, checks, effort);
  }

  /**
   * The same with the ways out that were taken: their work is in the tasks, what they leave to be
   * looked at is asked.
   */
  public Plan taking(List<WayOut> taken) {
    Map<String, WayOut> by = new LinkedHashMap<>();
    taken.forEach(w -> by.put(w.plate(), w));
    by.keySet().retainAll(plates.stream().map(Plate::key).toList());
    if (by.isEmpty()) {
      return this;
    }
    List<Plate> replaced = plates.stream().map(p -> p.replacedBy(by.get(p.key()))).toList();
    List<Layer> from =
        layers.stream()
            .map(
                l ->
                    by.containsKey(l.settledBy())
                        ? l.from("way out: " + by.get(l.settledBy()).said())
                        : l)
            .toList();
    List<Task> work = new ArrayList<>(tasks);
    List<Datum> asked = new ArrayList<>(data);
    Estimate sum = effort;
    for (Plate p : replaced) {
      WayOut w = p.wayOut();
      if (w != null) {
        String name = "way-out/" + p.key().substring(p.key().indexOf(':') + 1);
        work.add(
            new Task(
                "task:" + name,
                "In place of " + Said.inside(p.label()) + ": " + w.way(),
                TaskKind.COMPOSITE,
                1,
                TaskKind.Difficulty.FAIR,
                w.hours()));
        sum = sum.plus(w.hours());
        if (!w.doubt().isEmpty()) {
          asked.add(
              new Datum(
                  "datum:" + name,
                  "Does the way out hold: " + Said.inside(p.label()),
                  w.doubt() + ".",
                  Due.BEFORE_DELIVERY));
        }
      }
    }
    return new Plan(
        from,
        replaced,
        matchSet,
        cameraBrief,
        elements,
        aids,
        List.copyOf(work),
        List.copyOf(asked),
        checks,
        cautions,
        sketch,
        drawings,
        sum,
        setMinutes);
  }

  /**
   * The same with what people say of it: things taken out or otherwise, and things of their own.
   *
   * @param setting it was derived with
   */
  public Plan edited(ShotSetting setting, List<OwnItem> own, List<PlanChange> changed) {
    return PlanEdit.of(this, setting, own, changed);
  }

  /**
   * The same as a camera records it that is set otherwise for this shot: plates without a rate of
   * their own take its rate.
   *
   * @param s of the production
   * @param r null where nothing is otherwise
   */
  public Plan recorded(ShotSetting s, ShotRecording r) {
    if (r == null || !r.turns(s)) {
      return this;
    }
    boolean any = plates.stream().anyMatch(p -> p.atUsualRate(s));
    if (!any) {
      return this;
    }
    List<Plate> turned = plates.stream().map(p -> turned(p, s, r)).toList();
    List<BriefLine> brief = new ArrayList<>(cameraBrief);
    brief.add(new BriefLine("recorded", "Rate of this shot", r.rate().name(), r.reason()));
    List<Check> more = new ArrayList<>(checks);
    boolean clean = r.clean(s);
    more.add(
        new Check(
            "check:recorded",
            "Recorded at another rate",
            clean ? Grade.HOLDS : Grade.DOUBTFUL,
            r.conform(s),
            clean
                ? ""
                : "Record a multiple of "
                    + s.rate().name()
                    + " fps, or try the frames that are made up on the fastest thing.",
            "",
            r.rate().name() + " fps, " + s.rate().name() + " fps",
            "frame n of the cut lies at n × recorded rate ÷ shown rate; definition"));
    // Plates may be exposed differently: the one whose lamps show most is told.
    exposures(turned)
        .max(Comparator.comparingDouble(t -> flickers(s.mainsHz(), t, r.rate())))
        .ifPresent(t -> more.add(lamps(s.mainsHz(), t, r.rate())));
    return made(turned, List.copyOf(brief), tasks, List.copyOf(more), effort);
  }

  private static Plate turned(Plate p, ShotSetting s, ShotRecording r) {
    if (!p.atUsualRate(s)) {
      return p;
    }
    Double t = p.asks().camera().shutterSeconds();
    PlateTerms asks = p.asks().with("rate", r.rate());
    return p.asking(t == null ? asks : asks.with("shutterSeconds", r.shutter(t)));
  }

  private static double flickers(double mainsHz, double seconds, FrameRate rate) {
    MainsFlicker.LampCheck c = MainsFlicker.check(mainsHz, seconds, rate);
    return c.steady() ? 0 : c.rippleLeft();
  }

  private static Check lamps(double mainsHz, double seconds, FrameRate rate) {
    MainsFlicker.LampCheck c = MainsFlicker.check(mainsHz, seconds, rate);
    return new Check(
        "check:recorded/lamps",
        "Lamps at that rate",
        c.steady() ? Grade.HOLDS : Grade.DOUBTFUL,
        c.words(),
        c.remedy(),
        "S7",
        text("%.0f Hz, %s, %s fps", mainsHz, Shutter.text(seconds), rate.name()),
        "|sin x ÷ x|, x = π · 2 · mains · t: mean of a sinusoid over the exposure");
  }

  private static Stream<Double> exposures(List<Plate> of) {
    return of.stream().map(p -> p.asks().camera().shutterSeconds()).filter(t -> t != null);
  }

  /** Exposure that is asked of its plates, the first of them, s; null where none is. */
  public Double shutterSeconds() {
    return exposures(plates).findFirst().orElse(null);
  }

  /**
   * The same with the hours that the finish of this shot asks for.
   *
   * @param standard null where nobody has said how closely it will be looked at
   */
  public Plan held(ShotSetting s, ShotStandard standard) {
    if (standard == null) {
      return this;
    }
    double factor = standard.factor(s.delivery(), s.rate());
    List<Task> work = new ArrayList<>();
    for (Task t : tasks) {
      Estimate hours = ShotStandard.governs(t.kind()) ? t.hours().times(factor) : t.hours();
      work.add(new Task(t.key(), t.label(), t.kind(), t.units(), t.difficulty(), hours));
    }
    Estimate sum = work.stream().map(Task::hours).reduce(Estimate.NONE, Estimate::plus);
    List<Check> more = new ArrayList<>(checks);
    more.add(
        new Check(
            "check:standard",
            "How closely it is looked at",
            Grade.HOLDS,
            standard.said(s.delivery(), s.rate()),
            "",
            "",
            standard.reason() + ", " + standard.by(),
            "√(lines of detail ÷ 540), × 0.6 to 1 under a second, within 0.4 to 1.5; a planning"
                + " default"));
    return made(plates, cameraBrief, List.copyOf(work), List.copyOf(more), sum);
  }

  private Plan made(
      List<Plate> plates,
      List<BriefLine> brief,
      List<Task> tasks,
      List<Check> checks,
      Estimate effort) {
    return new Plan(
        layers,
        plates,
        matchSet,
        brief,
        elements,
        aids,
        tasks,
        data,
        checks,
        cautions,
        sketch,
        drawings,
        effort,
        setMinutes);
  }

  /** The stack with its letters, A at the bottom. */
  static List<Layer> lettered(List<Layer> layers) {
    List<Layer> out = new ArrayList<>();
    for (Layer l : layers) {
      out.add(
          new Layer(
              l.key(),
              Letters.of(out.size()),
              l.label(),
              l.source(),
              l.blend(),
              l.matte(),
              l.retime(),
              l.placement(),
              l.settledBy(),
              l.spans()));
    }
    return List.copyOf(out);
  }

  /** What a thing of it is called; its key where it has none such. */
  public String label(String key) {
    return Stream.of(
            plates.stream().filter(p -> p.key().equals(key)).map(Plate::label),
            elements.stream().filter(e -> e.key().equals(key)).map(Element::label),
            tasks.stream().filter(t -> t.key().equals(key)).map(Task::label),
            data.stream().filter(d -> d.key().equals(key)).map(Datum::label),
            aids.stream().filter(a -> a.key().equals(key)).map(Aid::label))
        .flatMap(l -> l)
        .findFirst()
        .orElse(key);
  }

  /** One of its plates. */
  public Optional<Plate> plate(String key) {
    return plates.stream().filter(p -> p.key().equals(key)).findFirst();
  }

  /**
   * The same with what is known of who speaks when: where two parts speak at once neither can be
   * recorded against the other.
   *
   * @param lines null while nobody gave times
   */
  public Plan spoken(SpokenLines lines) {
    if (lines == null) {
      return this;
    }
    GuideTrack track = lines.track();
    boolean free = track.overlaps().isEmpty();
    List<Check> more = new ArrayList<>(checks);
    more.add(
        new Check(
            "check:lines",
            "Lines of the parts",
            free ? Grade.HOLDS : Grade.FAILS,
            free
                ? text(
                    "%d lines in %.1f s, never two at once", track.lines().size(), track.seconds())
                : track.overlaps().stream()
                    .map(
                        o ->
                            text(
                                "parts %d and %d speak at once from %.1f to %.1f s",
                                o.partA(), o.partB(), o.from(), o.to()))
                    .collect(Collectors.joining("; ")),
            free
                ? ""
                : "Move a line in the guide track, or record both with somebody else's voice.",
            "S31",
            "times kept by " + lines.keptBy(),
            "intersection of the lines of different parts; definition"));
    return made(plates, cameraBrief, tasks, List.copyOf(more), effort);
  }

  private static String text(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }

  /** What is asked of the takes, as the match guard wants it. */
  public MatchReview.Asked asked() {
    return new MatchReview.Asked(
        Set.copyOf(matchSet.plates()),
        matchSet.rules(),
        plates.stream().collect(Collectors.toMap(Plate::key, Plate::asks)));
  }

  /** When something owed is too late. */
  public enum Due {
    BEFORE_DAY,
    BEFORE_STRIKE,
    BEFORE_DELIVERY
  }

  public enum PlateKind {
    PERFORMANCE,
    CLEAN,
    TRACKING,
    INSERT,
    WITNESS,
    STILL,
    GUIDE
  }

  /**
   * Something the camera must record.
   *
   * @param wanted what must be in it, in words for the floor
   * @param seconds length to record
   * @param takes how many are reckoned with, at least 1
   * @param minutes a take keeps the camera on, with its slate and reset
   * @param inSet whether it belongs to the match set
   * @param asks what is asked of its takes
   * @param wayOut what was taken in its place; null while nothing is
   * @param rescues what can be done if it is missing, best first
   */
  public record Plate(
      String key,
      PlateKind kind,
      String label,
      String wanted,
      double seconds,
      int takes,
      double minutes,
      boolean inSet,
      PlateTerms asks,
      WayOut wayOut,
      List<String> rescues) {
    /** Inserts and witnesses that say no rate may be shot at any. */
    private static final Set<PlateKind> USUAL_RATE =
        Set.of(PlateKind.PERFORMANCE, PlateKind.CLEAN, PlateKind.TRACKING);

    /** Whether it is shot at the production's rate: as it says, or where it says nothing. */
    boolean atUsualRate(ShotSetting s) {
      FrameRate own = asks.camera().rate();
      return own == null ? USUAL_RATE.contains(kind) : own.equals(s.rate());
    }

    /** The same, with something else asked of its takes. */
    Plate asking(PlateTerms terms) {
      return new Plate(
          key, kind, label, wanted, seconds, takes, minutes, inSet, terms, wayOut, rescues);
    }

    /** The same, with another time a take. */
    Plate taking(double minutesEach) {
      return new Plate(
          key, kind, label, wanted, seconds, takes, minutesEach, inSet, asks, wayOut, rescues);
    }

    /** The same, with a way out taken in its place; null for none. */
    Plate replacedBy(WayOut way) {
      return new Plate(
          key, kind, label, wanted, seconds, takes, minutes, inSet, asks, way, rescues);
    }
  }

  /**
   * Plates that must agree, and in what.
   *
   * @param backgroundM distance of the background, m
   * @param across whether they are shot in more than one setup and must agree all the same
   */
  public record MatchSet(
      Set<MatchRule> rules, List<String> plates, double backgroundM, boolean across) {}

  public enum SpanKind {
    PRESENT,
    FADE,
    HOLD,
    STREAK,
    EMPTY,
    CROSSING,
    MOVE,
    RETIME
  }

  /**
   * Frames of a layer, both ends included, numbered as in the cut.
   *
   * @param note what happens in them
   * @param curve for a retime or move: its value at evenly spaced moments, 0 to 1 of its largest;
   *     else empty
   */
  public record Span(int first, int last, SpanKind kind, String note, List<Double> curve) {
    public Span(int first, int last, SpanKind kind, String note) {
      this(first, last, kind, note, List.of());
    }
  }

  /**
   * One thing in the stack.
   *
   * @param letter A is the bottom
   * @param source plate, element, still or generated, in words
   * @param retime how its time is changed; empty when it is not
   * @param placement what it is bound to; empty when it lies where it was shot
   * @param settledBy key of the plan item whose evidence puts the layer in hand
   */
  public record Layer(
      String key,
      String letter,
      String label,
      String source,
      String blend,
      String matte,
      String retime,
      String placement,
      String settledBy,
      List<Span> spans) {
    /** Source of a layer that is a move made afterwards. */
    public static final String POST_CAMERA = "camera made in post";

    /** The same from another source. */
    Layer from(String other) {
      return new Layer(
          key, letter, label, other, blend, matte, retime, placement, settledBy, spans);
    }
  }

  /** One line of the camera brief. */
  public record BriefLine(String property, String label, String value, String reason) {}

  /**
   * Something laid over that the camera of this shot does not record.
   *
   * @param source where it best comes from
   * @param how how to get it: background, rate, direction
   * @param minWidthPx width it needs at its largest use
   */
  public record Element(
      String key, String label, ElementSource source, String how, String blend, int minWidthPx) {}

  /**
   * A practical aid for the kit list.
   *
   * @param purpose what it is for
   * @param setting how it is set; may be empty
   */
  public record Aid(String key, String label, String purpose, String setting) {}

  /**
   * Work in post.
   *
   * @param units amount of the kind's driver
   */
  public record Task(
      String key,
      String label,
      TaskKind kind,
      double units,
      TaskKind.Difficulty difficulty,
      Estimate hours) {}

  /**
   * A fact or decision somebody must give.
   *
   * @param question what to answer
   */
  public record Datum(String key, String label, String question, Due due) {}

  public enum Grade {
    HOLDS,
    DOUBTFUL,
    FAILS
  }

  /**
   * A sum the plan rests on.
   *
   * @param figure the result with units
   * @param remedy what to do when it does not hold, and what that costs; empty when it does
   * @param sum id of the sum, as in the reckoner; empty when it is a rule and no sum
   * @param inputs what went in, with units
   * @param formula and where it comes from
   */
  public record Check(
      String key,
      String title,
      Grade grade,
      String figure,
      String remedy,
      String sum,
      String inputs,
      String formula) {
    private static final Set<String> WHILE_ROLLING = Set.of("S18");

    /** Whether it matters while the camera runs: how fast a repeated move may go. */
    public boolean whileRolling() {
      return WHILE_ROLLING.contains(sum);
    }
  }

  /**
   * Where somebody can be hurt.
   *
   * @param ask the licensed person to ask
   */
  public record Caution(String key, String text, String ask) {}

  /**
   * One figure in the schematic picture; its place in shares of the frame, from the left and from
   * the top.
   *
   * @param kind figure, streak, ghost, thing, line, flash, glow or window
   */
  public record SketchFigure(
      String label,
      String kind,
      double left,
      double right,
      double top,
      double bottom,
      double opacity) {
    /** A person seen from the waist up. */
    public SketchFigure(String label, String kind, double left, double right, double opacity) {
      this(label, kind, left, right, 0.28, 1, opacity);
    }
  }

  /**
   * What a camera made in post does to the frame.
   *
   * @param shiftX share of the width
   * @param shiftY share of the height
   */
  public record View(double scale, double shiftX, double shiftY, double turnDeg) {
    public static final View STILL = new View(1, 0, 0, 0);
  }

  /**
   * The schematic picture of one frame.
   *
   * @param joins positions as shares of the width
   * @param crossed whether a join is crossed
   */
  public record SketchFrame(
      int frame, List<SketchFigure> figures, List<Double> joins, boolean crossed, View view) {}

  /** What a drawing shows. */
  public enum DrawingKind {
    /** A value over the frames of the cut. */
    CURVE,
    /** Places in the picture. */
    FRAME,
    /** The set from the side. */
    SIDE,
    /** The set from above. */
    ABOVE
  }

  public enum ShapeKind {
    LINE,
    DASHED,
    AREA,
    DOTS,
    NOW
  }

  /**
   * @param frame frame of the cut it belongs to, or null
   */
  public record Point(double x, double y, Integer frame) {
    public Point(double x, double y) {
      this(x, y, null);
    }
  }

  /** One shape of a drawing, in its units. NOW is drawn in the accent: what needs looking at. */
  public record Shape(ShapeKind kind, String label, List<Point> points) {}

  /**
   * A drawing of a sum, in the sum's own units; whoever shows it scales it.
   *
   * @param xUnit unit of x
   * @param yUnit unit of y
   * @param equal whether x and y have one scale
   * @param down whether y grows downwards, as in pictures
   */
  public record Drawing(
      String key,
      DrawingKind kind,
      String title,
      String xUnit,
      String yUnit,
      boolean equal,
      boolean down,
      List<Shape> shapes) {}
}
