package bivex.server.keep;

import bivex.core.effort.ShotStandard;
import bivex.core.method.MethodChoice;
import bivex.core.method.OwnItem;
import bivex.core.method.PlanChange;
import bivex.core.method.PlannedDifference;
import bivex.core.method.ShotRecording;
import bivex.core.method.WayOut;
import bivex.core.script.SpokenLines;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * An effect shot: the intent and the choice of methods; its words are {@link Mark marks}.
 * Everything else is derived or is evidence.
 */
@Entity
public class Shot {
  @Id public UUID id;
  public UUID productionId;
  public UUID setupId;
  public String code;
  public String title;
  public String intent;

  /** Number of the scene in the newest draft it was found in. */
  public String scene;

  public boolean omitted;
  public int cutFrames;

  @Convert(converter = Methods.class)
  public List<MethodChoice> methods;

  /** When somebody last chose how it is made; null while nobody has. */
  public Instant plannedAt;

  @Convert(converter = Planned.class)
  public List<PlannedDifference> planned = List.of();

  @Convert(converter = WaysOut.class)
  public List<WayOut> waysOut = List.of();

  @Convert(converter = Own.class)
  public List<OwnItem> ownItems = List.of();

  @Convert(converter = Changed.class)
  public List<PlanChange> planChanges = List.of();

  /** Who speaks when; null while nobody gave times. */
  @Convert(converter = Spoken.class)
  public SpokenLines spoken;

  /** What its camera records otherwise; null while it is as for the production. */
  @Convert(converter = Recording.class)
  public ShotRecording recording;

  /** How closely it is looked at; null while nobody has said. */
  @Convert(converter = Standard.class)
  public ShotStandard standard;

  /** Music it is made to; null for none. */
  public UUID musicId;

  /** Time of that music at the first frame of the cut, s. */
  public Double musicStart;

  /** Cut its length follows; null while it follows none. */
  public UUID cutId;

  /** Number of the first frame of that cut; null for that of the production. */
  public Integer cutFirst;

  /** Since when numbers mean the same frames of its plates; null for always. */
  public Instant framesSince;

  /** Highest number of a version that was taken back; none is given twice. */
  public int numbersUsed;

  @Version public long version;

  /** Lines with their times. */
  static class Spoken extends JsonColumn<SpokenLines> {
    Spoken() {
      super(1, new TypeReference<>() {});
    }
  }

  /** Rate, picture and sensor of its own. */
  static class Recording extends JsonColumn<ShotRecording> {
    Recording() {
      super(1, new TypeReference<>() {});
    }
  }

  /** Its standard. */
  static class Standard extends JsonColumn<ShotStandard> {
    Standard() {
      super(1, new TypeReference<>() {});
    }
  }

  /** What is set otherwise on single plates, on purpose. */
  static class Planned extends JsonColumn<List<PlannedDifference>> {
    Planned() {
      super(1, new TypeReference<>() {});
    }
  }

  /** Ways out that were taken for plates that are missing. */
  static class WaysOut extends JsonColumn<List<WayOut>> {
    WaysOut() {
      super(1, new TypeReference<>() {});
    }
  }

  /**
   * Methods chosen, with their numbers; until version 1 each was chosen once at most, until 2 all
   * were of the book.
   */
  static class Methods extends JsonColumn<List<MethodChoice>> {
    Methods() {
      super(3, new TypeReference<>() {});
    }

    @Override
    protected JsonNode upgrade(int from, JsonNode value) {
      if (from < 2) {
        value.forEach(m -> ((ObjectNode) m).put("use", 1).put("label", ""));
      }
      return value;
    }
  }

  /** Things it owes because somebody said so. */
  static class Own extends JsonColumn<List<OwnItem>> {
    Own() {
      super(1, new TypeReference<>() {});
    }
  }

  /** What of its derived plan is otherwise. */
  static class Changed extends JsonColumn<List<PlanChange>> {
    Changed() {
      super(1, new TypeReference<>() {});
    }
  }
}
