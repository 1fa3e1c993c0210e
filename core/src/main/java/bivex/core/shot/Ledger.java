package bivex.core.shot;

import bivex.core.ItemKey;
import bivex.core.Said;
import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.method.Plan;
import bivex.core.method.Plan.Due;
import bivex.core.review.ClientStand;
import bivex.core.review.OpenNotes;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.Take;
import bivex.core.shot.OwedItem.Kind;
import bivex.core.shot.OwedItem.State;
import bivex.core.shot.OwedItem.Who;
import bivex.core.time.Days;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a shot owes, how far it is, and the one sentence that says why it is not further. A pure
 * function of the plan and the evidence.
 *
 * @param items everything, in the order of the work
 * @param next the item to act on first, null when nothing is open
 * @param sentence why it is not further, with what to do
 * @param loose keys of evidence and takes that no longer have a place in the plan
 */
public record Ledger(
    List<OwedItem> items, Stage stage, OwedItem next, String sentence, List<String> loose) {

  /** Works out a shot. */
  public static Ledger of(ShotFacts facts) {
    return new Book(facts).close();
  }

  /** Open items, most harmful first. */
  public List<OwedItem> open() {
    return items.stream()
        .filter(OwedItem::open)
        .sorted(Comparator.comparingInt(OwedItem::harm).reversed())
        .toList();
  }

  /** How many things it owes besides what comes last: being looked at and delivered. */
  public int openBeforeReview() {
    Set<Kind> last = Set.of(Kind.VERDICT, Kind.NOTE, Kind.DELIVERY);
    return (int) items.stream().filter(i -> i.open() && !last.contains(i.kind())).count();
  }

  /**
   * How the shot stands as a whole: in doubt if anything is, in hand once it is agreed, dropped
   * when it is omitted.
   */
  public State form() {
    if (items.isEmpty()) {
      return State.DROPPED;
    }
    if (items.stream().anyMatch(i -> i.state() == State.IN_DOUBT)) {
      return State.IN_DOUBT;
    }
    return stage.compareTo(Stage.AGREED) >= 0 ? State.IN_HAND : State.OWED;
  }

  /**
   * Something that keeps a set from being struck.
   *
   * @param waived why it was let go; empty when it was not
   */
  public record Blocker(OwedItem item, String waived) {}

  /**
   * What must be shot, or let go with a reason, before the set of this shot is struck; and what was
   * let go already.
   */
  public List<Blocker> beforeStrike(List<Evidence> evidence) {
    Map<String, Evidence> last = new HashMap<>();
    evidence.stream()
        .sorted(Comparator.comparing(Evidence::at))
        .forEach(e -> last.put(e.item(), e));
    List<Blocker> out = new ArrayList<>();
    for (OwedItem i : open()) {
      Evidence e = last.get(i.key());
      boolean waived = e != null && e.kind() == Evidence.Kind.WAIVED;
      if (i.due() == Due.BEFORE_STRIKE
          || waived && (i.kind() == Kind.PLATE || i.kind() == Kind.DATUM)) {
        out.add(new Blocker(i, waived ? e.words() : ""));
      }
    }
    return List.copyOf(out);
  }

  private static final class Book {
    /** Less than any plate or work: a shot may be finished without its words. */
    private static final int UNMARKED = 20;

    /** Key of what is owed to a client; what follows a colon is which. */
    private static final String DELIVERY = "delivery";

    private final ShotFacts facts;
    private final Map<String, Evidence> said = new HashMap<>();
    private final Map<String, Evidence> found = new HashMap<>();
    private final List<OwedItem> items = new ArrayList<>();

    /** By the house: its own verdict, with nothing that keeps it from counting. */
    private final boolean passed;

    /** By all whose word it needs. */
    private final boolean agreed;

    Book(ShotFacts facts) {
      this.facts = facts;
      facts.evidence().stream()
          .sorted(Comparator.comparing(Evidence::at))
          .forEach(
              e -> {
                said.put(e.item(), e);
                // A doubt about an element that is lived with does not take the element away.
                if (e.kind() == Evidence.Kind.SETTLED) {
                  found.put(e.item(), e);
                } else if (e.kind() != Evidence.Kind.ACCEPTED) {
                  found.remove(e.item());
                }
              });
      ShotFacts.Version v = facts.version();
      this.passed =
          v != null
              && v.verdict() == Verdict.AGREED
              && v.notes().none()
              && v.checks().stream().allMatch(VersionFacts.FactCheck::agrees);
      this.agreed = passed && v.client().agreed();
    }

    Ledger close() {
      if (facts.omitted()) {
        return new Ledger(List.of(), Stage.MARKED, null, "Omitted from the picture.", List.of());
      }
      planning();
      plates();
      building();
      reviewing();
      client();
      delivering();
      Stage stage = stage();
      OwedItem next = next(stage);
      return new Ledger(List.copyOf(items), stage, next, sentence(stage, next), loose());
    }

    private void planning() {
      boolean intent = facts.intent() != null && !facts.intent().isBlank();
      item(
          ItemKey.INTENT.toString(),
          Kind.INTENT,
          "Story reason",
          intent ? State.IN_HAND : State.OWED,
          intent ? facts.intent() : "no reason in the story yet",
          "Write one line: why the audience needs this effect.",
          Due.BEFORE_DAY,
          Who.PRODUCER,
          55);
      if (facts.words().unmarked()) {
        item(
            ItemKey.MARK.toString(),
            Kind.DATUM,
            "Its words in the script",
            State.OWED,
            "made on the floor, not marked yet",
            "Mark its words in Script; what was shot stays with it.",
            Due.BEFORE_DELIVERY,
            Who.PRODUCER,
            UNMARKED);
      } else if (facts.words().lost()) {
        item(
            ItemKey.MARK.toString(),
            Kind.DATUM,
            "Its words in the script",
            State.IN_DOUBT,
            "the marked words are not in the newest draft",
            "Mark it again in the new draft, or omit the shot.",
            Due.BEFORE_DAY,
            Who.PRODUCER,
            70);
      } else if (facts.words().asked()) {
        item(
            ItemKey.MARK.toString(),
            Kind.DATUM,
            "Its words in the script",
            State.IN_DOUBT,
            "the newest draft may have them elsewhere or otherwise",
            "Look at the proposal in Script and decide.",
            Due.BEFORE_DAY,
            Who.PRODUCER,
            69);
      }
      for (ShotFacts.Change c : facts.words().changes()) {
        item(
            ItemKey.words(c.draft()).toString(),
            Kind.DATUM,
            facts.takes().isEmpty()
                ? "Words changed after planning"
                : "Words changed after shooting",
            State.IN_DOUBT,
            (facts.takes().isEmpty() ? "planned for “" : "shot as “")
                + shortened(c.before())
                + "”, draft "
                + c.name()
                + " says “"
                + shortened(c.now())
                + "”",
            facts.takes().isEmpty()
                ? "Look whether the plan still makes it; say so, or plan it anew."
                : "Look whether what was shot still tells it; say so, or shoot it again.",
            facts.takes().isEmpty() ? Due.BEFORE_DAY : Due.BEFORE_DELIVERY,
            Who.PRODUCER,
            71);
      }
      if (facts.methods() == 0) {
        item(
            "method",
            Kind.METHOD,
            "Method",
            State.OWED,
            "nothing is chosen",
            "Choose how it is made.",
            Due.BEFORE_DAY,
            Who.PRODUCER,
            60);
      } else if (facts.planFault() != null) {
        item(
            "method",
            Kind.METHOD,
            "Method",
            State.IN_DOUBT,
            facts.planFault(),
            "Mend the value that is named.",
            Due.BEFORE_DAY,
            Who.PRODUCER,
            65);
      } else {
        item(
            "method",
            Kind.METHOD,
            "Method",
            State.IN_HAND,
            "chosen",
            "",
            Due.BEFORE_DAY,
            Who.PRODUCER,
            60);
      }
      for (Plan.Check c : facts.plan().checks()) {
        if (c.grade() == Plan.Grade.FAILS) {
          item(
              c.key(),
              Kind.DATUM,
              c.title(),
              State.IN_DOUBT,
              c.figure(),
              c.remedy(),
              Due.BEFORE_DAY,
              Who.PRODUCER,
              68);
        }
      }
      for (Plan.Datum d : facts.plan().data()) {
        boolean strike = d.due() == Due.BEFORE_STRIKE;
        if (strike && gone(d.key())) {
          item(
              d.key(),
              Kind.DATUM,
              d.label(),
              State.OWED,
              facts.struck() ? "the set is struck" : "nobody has said",
              "Find it in the takes, or say why it is not needed.",
              Due.BEFORE_DELIVERY,
              Who.PRODUCER,
              34);
        } else {
          item(
              d.key(),
              Kind.DATUM,
              d.label(),
              State.OWED,
              "nobody has said",
              d.question(),
              d.due(),
              strike ? Who.FLOOR : Who.PRODUCER,
              strike ? 72 : 50);
        }
      }
      for (Plan.Caution c : facts.plan().cautions()) {
        item(
            c.key(),
            Kind.CAUTION,
            "Caution: " + c.ask(),
            facts.setup() == null ? State.OWED : State.IN_DOUBT,
            "not signed: " + c.text(),
            "Ask the "
                + c.ask()
                + " and record who signed. Local code and the production's own assessment decide.",
            Due.BEFORE_DAY,
            Who.PRODUCER,
            75);
      }
    }

    private void plates() {
      for (Plan.Plate p : facts.plan().plates()) {
        List<Take> takes =
            facts.takes().stream()
                .filter(t -> t.plate().equals(p.key()) && t.call().usable())
                .toList();
        Take pick =
            takes.stream().filter(t -> t.call() == Take.Call.PICK).reduce((a, b) -> b).orElse(null);
        boolean gone = gone(p.key());
        String where = facts.setup() == null ? "" : " of " + facts.setup();
        int harm = p.kind() == Plan.PlateKind.CLEAN ? 95 : p.inSet() ? 90 : 80;
        if (p.wayOut() != null && (pick == null || facts.match().breaks(pick.id()))) {
          item(
              p.key(),
              Kind.PLATE,
              p.label(),
              State.IN_HAND,
              "replaced: " + p.wayOut().said() + ", because: " + p.wayOut().reason(),
              "",
              Due.BEFORE_DELIVERY,
              Who.ARTIST,
              harm);
        } else if (pick != null && facts.match().breaks(pick.id())) {
          MatchGuard.Finding worst =
              facts.match().of(pick.id()).stream()
                  .filter(f -> f.severity() == MatchGuard.Severity.BREAKS)
                  .findFirst()
                  .orElseThrow();
          item(
              p.key(),
              Kind.PLATE,
              p.label(),
              State.IN_DOUBT,
              "take " + pick.number() + ": " + worst.said(),
              sentenceCase(worst.remedy()) + ".",
              gone ? Due.BEFORE_DELIVERY : Due.BEFORE_STRIKE,
              Who.FLOOR,
              harm - 3);
        } else if (pick != null) {
          item(
              p.key(),
              Kind.PLATE,
              p.label(),
              State.IN_HAND,
              "take " + pick.number() + " picked" + spare(pick),
              "",
              Due.BEFORE_STRIKE,
              Who.FLOOR,
              harm);
        } else if (!takes.isEmpty()) {
          item(
              p.key(),
              Kind.PLATE,
              p.label(),
              State.OWED,
              takes.size() == 1 ? "1 take, none picked" : takes.size() + " takes, none picked",
              "Pick a take.",
              Due.BEFORE_STRIKE,
              Who.FLOOR,
              harm - 10);
        } else {
          String way = wayOut(p);
          String rescue =
              way.isEmpty() ? "." : gone ? sentenceCase(way) + "." : ", or " + way + ".";
          item(
              p.key(),
              Kind.PLATE,
              p.label() + where,
              State.OWED,
              facts.setup() == null
                  ? "no setup planned"
                  : facts.struck() ? "the set is struck" : "not shot",
              gone
                  ? way.isEmpty() ? "Nothing is shot that could stand in: pick it up." : rescue
                  : "Shoot it before the set is struck" + rescue,
              gone ? Due.BEFORE_DELIVERY : Due.BEFORE_STRIKE,
              gone ? Who.PRODUCER : Who.FLOOR,
              harm);
        }
      }
    }

    /**
     * What could stand in for a plate that is not shot, and where to look for it; empty where
     * nothing is shot to take it from.
     */
    private String wayOut(Plan.Plate p) {
      if (p.rescues().isEmpty()) {
        return "";
      }
      String best = p.rescues().get(0);
      if (p.kind() != Plan.PlateKind.CLEAN) {
        return best;
      }
      List<String> from =
          facts.takes().stream()
              .filter(t -> t.call().usable() && !t.plate().equals(p.key()))
              .flatMap(
                  t ->
                      facts.plan().plates().stream()
                          .filter(q -> q.key().equals(t.plate()) && q.inSet())
                          .map(q -> "take " + t.number() + " of " + Said.inside(q.label())))
              .distinct()
              .limit(3)
              .toList();
      return from.isEmpty() ? "" : best + ": look in " + String.join(", ", from);
    }

    /** What is shorter than planned of a pick that does all the same. */
    private String spare(Take pick) {
      return facts.match().of(pick.id()).stream()
          .filter(f -> f.property().equals("length"))
          .map(f -> "; " + f.effect())
          .findFirst()
          .orElse("");
    }

    /** Whether it is too late to shoot something: its set is struck, or it was let go. */
    private boolean gone(String key) {
      Evidence e = said.get(key);
      return facts.struck() || e != null && e.kind() == Evidence.Kind.WAIVED;
    }

    private void building() {
      for (Plan.Element e : facts.plan().elements()) {
        Evidence had = found.get(e.key());
        String fault = had == null ? "" : fault(e, had);
        State state = had == null ? State.OWED : fault.isEmpty() ? State.IN_HAND : State.IN_DOUBT;
        item(
            e.key(),
            Kind.ELEMENT,
            e.label(),
            state,
            had == null
                ? e.source().words() + ", at least " + e.minWidthPx() + " px wide"
                : fault.isEmpty() ? had.words() : fault,
            "Find or shoot it; say where it is, how wide and under which licence.",
            Due.BEFORE_DELIVERY,
            Who.ARTIST,
            40);
      }
      for (Plan.Task t : facts.plan().tasks()) {
        item(
            t.key(),
            Kind.TASK,
            t.label(),
            State.OWED,
            String.format(
                java.util.Locale.ROOT, "%.1f to %.1f h", t.hours().low(), t.hours().high()),
            "Do it and say how long it took.",
            Due.BEFORE_DELIVERY,
            Who.ARTIST,
            30);
      }
      ShotFacts.Version v = facts.version();
      if (facts.methods() == 0) {
        return;
      }
      if (v == null) {
        item(
            "version",
            Kind.VERSION,
            "First version",
            State.OWED,
            "none uploaded",
            "Upload a version in Review.",
            Due.BEFORE_DELIVERY,
            Who.ARTIST,
            35);
      } else {
        List<VersionFacts.FactCheck> bad = v.checks().stream().filter(c -> !c.agrees()).toList();
        item(
            "version",
            Kind.VERSION,
            "Version " + v.number(),
            bad.isEmpty() ? State.IN_HAND : State.IN_DOUBT,
            bad.isEmpty()
                ? "agrees with the shot"
                : Said.inside(bad.get(0).label())
                    + " is "
                    + bad.get(0).found()
                    + ", wanted "
                    + bad.get(0).wanted(),
            bad.isEmpty() ? "" : bad.get(0).remedy(),
            Due.BEFORE_DELIVERY,
            Who.ARTIST,
            45);
      }
    }

    private void reviewing() {
      ShotFacts.Version v = facts.version();
      if (v == null) {
        return;
      }
      if (v.notes().open() > 0) {
        item(
            "notes",
            Kind.NOTE,
            OpenNotes.counted(v.notes().open()),
            State.OWED,
            "not answered",
            "Answer them in the next version.",
            Due.BEFORE_DELIVERY,
            Who.ARTIST,
            48);
      }
      if (v.notes().answered() > 0) {
        item(
            "notes-answered",
            Kind.NOTE,
            OpenNotes.counted(v.notes().answered()) + " answered",
            State.OWED,
            "not confirmed by who gave it",
            "Hold the answer against the note, and say whether it is met.",
            Due.BEFORE_DELIVERY,
            Who.PRODUCER,
            49);
      }
      String why =
          v.verdictReason() == null || v.verdictReason().isBlank() ? "" : ": " + v.verdictReason();
      if (v.verdict() == null) {
        item(
            "verdict",
            Kind.VERDICT,
            "Verdict on version " + v.number(),
            State.OWED,
            "not given",
            "Look at it and decide.",
            Due.BEFORE_DELIVERY,
            Who.PRODUCER,
            50);
      } else if (v.verdict() == Verdict.AGREED) {
        item(
            "verdict",
            Kind.VERDICT,
            "Verdict on version " + v.number(),
            passed ? State.IN_HAND : State.IN_DOUBT,
            "agreed" + why + (passed ? "" : ", but " + objection(v)),
            passed ? "" : "Answer it with a new version, or look again and decide anew.",
            Due.BEFORE_DELIVERY,
            Who.PRODUCER,
            50);
      } else {
        item(
            "verdict",
            Kind.VERDICT,
            "A version to agree",
            State.OWED,
            "version " + v.number() + " is \"" + v.verdict().words() + "\"" + why,
            v.verdict() == Verdict.HOLD ? "Decide what it waits for." : "Build the next version.",
            Due.BEFORE_DELIVERY,
            v.verdict() == Verdict.HOLD ? Who.PRODUCER : Who.ARTIST,
            46);
      }
    }

    /** The client's word, where one is asked for, needed or said of the newest version. */
    private void client() {
      ClientStand c = facts.version() == null ? ClientStand.NONE : facts.version().client();
      if (!c.waits() && !c.said()) {
        return;
      }
      item(
          "client",
          Kind.VERDICT,
          "Client's word on version " + c.newest(),
          c.waits() ? State.OWED : c.against() ? State.IN_DOUBT : State.IN_HAND,
          c.words(),
          c.remedy(),
          Due.BEFORE_DELIVERY,
          Who.PRODUCER,
          47);
    }

    /** What keeps an agreed version from counting as agreed. */
    private static String objection(ShotFacts.Version v) {
      return !v.notes().none()
          ? v.notes().words()
          : v.checks().stream()
              .filter(c -> !c.agrees())
              .map(c -> Said.inside(c.label()) + " is " + c.found())
              .findFirst()
              .orElse("");
    }

    /** Under each specification by itself; of one alone its name need not be said. */
    private void delivering() {
      List<ShotFacts.Delivery> all = facts.deliveries();
      if (all.isEmpty()) {
        delivery(DELIVERY, "Delivery", null);
      }
      for (ShotFacts.Delivery d : all) {
        if (all.size() == 1) {
          delivery(DELIVERY, "Delivery", d);
        } else {
          delivery(DELIVERY + ":" + d.spec(), "Delivery, " + d.name(), d);
        }
      }
    }

    /**
     * @param d what became of it; null while no specification is there
     */
    private void delivery(String key, String label, ShotFacts.Delivery d) {
      ShotFacts.Version v = facts.version();
      boolean sent = d != null && d.version() != null;
      if (v == null || !agreed && !(sent && Boolean.TRUE.equals(d.accepted()))) {
        return;
      }
      boolean same = sent && d.version() == v.number();
      if (!agreed) {
        if (same && !passed) {
          delivered(
              key,
              label,
              State.IN_DOUBT,
              "delivered, but "
                  + (v.verdict() == Verdict.AGREED
                      ? objection(v)
                      : "version " + v.number() + " is no longer agreed"),
              "Deliver again what is right now, or accept that it stays as it went.",
              78);
        }
      } else if (!sent) {
        delivered(
            key, label, State.OWED, "agreed, not delivered", "Put it in a package in Deliver.", 44);
      } else if (!same) {
        delivered(
            key,
            label,
            State.OWED,
            "version " + v.number() + " is agreed, version " + d.version() + " was packed",
            "Pack it again in Deliver, or say that the earlier one stays.",
            44);
      } else if (d.accepted() == null) {
        delivered(
            key,
            label,
            State.OWED,
            d.handed() ? "handed over, no answer yet" : "packed, not handed over",
            d.handed() ? "Wait for the answer, or ask for it." : "Hand the package over.",
            52);
      } else if (d.accepted()) {
        delivered(key, label, State.IN_HAND, d.words(), "", 52);
      } else {
        // What the client refused is not made good by a word of the house.
        if (said.containsKey(key) && said.get(key).kind() == Evidence.Kind.ACCEPTED) {
          said.remove(key);
        }
        delivered(
            key,
            label,
            State.IN_DOUBT,
            "refused: " + d.words(),
            "Hand it over again if it was damaged on the way; else make what they ask for.",
            78);
      }
    }

    private void delivered(
        String key, String label, State found, String reason, String action, int harm) {
      // What was said while there was one specification holds for each.
      if (!said.containsKey(key) && said.containsKey(DELIVERY)) {
        said.put(key, said.get(DELIVERY));
      }
      item(
          key,
          Kind.DELIVERY,
          label,
          found,
          reason,
          action,
          Due.BEFORE_DELIVERY,
          Who.PRODUCER,
          harm);
    }

    /**
     * Adds an item after what was said of it: dropped, settled, or a doubt that was accepted. A
     * caution can be signed, never dropped.
     */
    private void item(
        String key,
        Kind kind,
        String label,
        State found,
        String reason,
        String action,
        Due due,
        Who who,
        int harm) {
      State state = found;
      String why = reason;
      Evidence e = said.get(key);
      ItemKey k = ItemKey.of(key);
      if (e != null && EvidenceRules.fits(e.kind(), kind, k)) {
        if (e.kind() == Evidence.Kind.DROPPED && found != State.IN_HAND) {
          state = State.DROPPED;
          why = e.words();
        } else if (e.kind() == Evidence.Kind.SETTLED && kind == Kind.CAUTION) {
          if (e.signature() != null) {
            state = State.IN_HAND;
            why =
                e.signature().who()
                    + ", "
                    + e.signature().role()
                    + ", "
                    + Days.words(e.signature().on())
                    + ": "
                    + e.words();
          }
        } else if (e.kind() == Evidence.Kind.SETTLED && kind != Kind.ELEMENT) {
          state = State.IN_HAND;
          why = e.words();
        } else if (e.kind() == Evidence.Kind.WAIVED && found != State.IN_HAND) {
          why = reason + ", let go: " + e.words();
        } else if (e.kind() == Evidence.Kind.ACCEPTED && found == State.IN_DOUBT) {
          state = State.IN_HAND;
          why = "accepted: " + e.words();
        }
      }
      boolean before =
          !k.words()
              && kind != Kind.NOTE
              && kind != Kind.VERDICT
              && kind != Kind.VERSION
              && kind != Kind.DELIVERY
              && kind != Kind.INTENT;
      boolean without = passed && before && (state == State.OWED || state == State.IN_DOUBT);
      if (without) {
        state = State.DROPPED;
        why = "agreed without it";
      }
      boolean open = state == State.OWED || state == State.IN_DOUBT;
      items.add(
          new OwedItem(
              key,
              kind,
              label,
              state,
              why,
              open ? action : "",
              due,
              who,
              harm,
              desk(kind, k),
              // What was agreed without cannot be asked for again by a word.
              without ? List.of() : EvidenceRules.acts(kind, k, state)));
    }

    /** Where a thing is settled; the floor knows no shot without a setup. */
    private OwedItem.Desk desk(Kind kind, ItemKey key) {
      return switch (kind) {
        case INTENT, METHOD -> OwedItem.Desk.SCRIPT;
        case DATUM -> key.equals(ItemKey.MARK) ? OwedItem.Desk.SCRIPT : OwedItem.Desk.SHOTS;
        case PLATE -> facts.setup() == null ? OwedItem.Desk.SHOTS : OwedItem.Desk.FLOOR;
        case VERSION, NOTE, VERDICT -> OwedItem.Desk.REVIEW;
        case DELIVERY -> OwedItem.Desk.DELIVER;
        case CAUTION, ELEMENT, TASK -> OwedItem.Desk.SHOTS;
      };
    }

    /** What is wrong with an element that was found; empty when nothing is. */
    private static String fault(Plan.Element wanted, Evidence e) {
      if (e.element() == null) {
        return "";
      }
      ElementMargin m = ElementMargin.of(e.element().widthPx(), Math.max(1, wanted.minWidthPx()));
      if (!m.enough()) {
        return String.format(
            java.util.Locale.ROOT,
            "%d px for %d px, %.2f×: it would be soft",
            e.element().widthPx(),
            wanted.minWidthPx(),
            m.margin());
      }
      return e.element().source() == ElementSource.STOCK && e.element().licence().isBlank()
          ? "from stock, without a licence noted"
          : "";
    }

    private Stage stage() {
      boolean planned =
          facts.methods() > 0 && facts.planFault() == null && !openOf(Kind.INTENT, Kind.METHOD);
      boolean shot = planned && !openOf(Kind.PLATE);
      boolean built = shot && facts.version() != null && !openOf(Kind.VERSION);
      boolean done = built && agreed;
      boolean delivered =
          done
              && !openOf(Kind.DELIVERY)
              && items.stream()
                  .anyMatch(i -> i.kind() == Kind.DELIVERY && i.state() == State.IN_HAND);
      return delivered
          ? Stage.DELIVERED
          : done
              ? Stage.AGREED
              : built ? Stage.BUILT : shot ? Stage.SHOT : planned ? Stage.PLANNED : Stage.MARKED;
    }

    private boolean openOf(Kind... kinds) {
      Set<Kind> wanted = Set.of(kinds);
      return items.stream().anyMatch(i -> wanted.contains(i.kind()) && i.open());
    }

    /**
     * What keeps the shot from the next stage; if nothing does, the most harmful thing that is
     * open.
     */
    private OwedItem next(Stage stage) {
      Set<Kind> blocking =
          switch (stage) {
            case MARKED -> Set.of(Kind.METHOD, Kind.INTENT);
            case PLANNED -> Set.of(Kind.PLATE, Kind.CAUTION);
            case SHOT -> Set.of(Kind.VERSION, Kind.TASK, Kind.ELEMENT);
            case BUILT -> Set.of(Kind.VERDICT, Kind.NOTE);
            case AGREED, DELIVERED -> Set.of(Kind.DELIVERY);
          };
      Comparator<OwedItem> harm = Comparator.comparingInt(OwedItem::harm);
      return items.stream()
          .filter(i -> i.open() && (blocking.contains(i.kind()) || ItemKey.MARK.is(i.key())))
          .max(harm)
          .orElseGet(() -> items.stream().filter(OwedItem::open).max(harm).orElse(null));
    }

    private static String sentence(Stage stage, OwedItem next) {
      if (next == null) {
        return stage == Stage.DELIVERED ? "Delivered; nothing is owed." : "Nothing is owed now.";
      }
      String what =
          switch (next.kind()) {
            case METHOD, VERSION ->
                next.state() == State.OWED
                    ? "a " + lower(next.label())
                    : "the " + lower(next.label());
            case CAUTION -> "a signed caution";
            case NOTE -> "an answer to " + lower(next.label());
            case VERDICT ->
                next.label().startsWith("A ") ? lower(next.label()) : "a " + lower(next.label());
            case INTENT, DELIVERY -> "its " + lower(next.label());
            default ->
                ItemKey.MARK.is(next.key()) ? lower(next.label()) : "the " + lower(next.label());
          };
      return (next.state() == State.IN_DOUBT
              ? "In doubt: " + what + ", " + next.reason() + ". "
              : "Owes " + what + " (" + next.reason() + "). ")
          + next.action();
    }

    private List<String> loose() {
      Set<String> known = new HashSet<>(items.stream().map(OwedItem::key).toList());
      facts.plan().checks().forEach(c -> known.add(c.key()));
      List<String> out = new ArrayList<>();
      facts.takes().stream()
          .map(Take::plate)
          .filter(p -> !known.contains(p))
          .distinct()
          .forEach(out::add);
      said.keySet().stream()
          .filter(k -> !known.contains(k) && !out.contains(k))
          .sorted()
          .forEach(out::add);
      return out;
    }

    private static String shortened(String words) {
      String one = words.replaceAll("\\s+", " ");
      return one.length() <= 70
          ? one
          : one.substring(0, one.lastIndexOf(' ', 70) > 40 ? one.lastIndexOf(' ', 70) : 70) + "…";
    }

    private static String lower(String s) {
      return s.isEmpty() ? s : Character.toLowerCase(s.charAt(0)) + s.substring(1);
    }

    private static String sentenceCase(String s) {
      return s.isEmpty() ? s : Character.toUpperCase(s.charAt(0)) + s.substring(1);
    }
  }
}
