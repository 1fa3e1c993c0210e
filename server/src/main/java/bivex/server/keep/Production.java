package bivex.server.keep;

import bivex.core.cue.Cue;
import bivex.core.cue.CueWords;
import bivex.core.effort.EffortRates;
import bivex.core.kit.Kit;
import bivex.core.method.MethodDefault;
import bivex.core.method.ShotSetting;
import bivex.core.money.PayTerms;
import bivex.core.optics.Raster;
import bivex.core.review.VersionFacts;
import bivex.core.script.OwnHeadings;
import bivex.core.tally.Costs;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import bivex.core.work.WorkNames;
import bivex.server.http.Json;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A picture that is made, with the numbers all its shots share. */
@Entity
public class Production {
  @Id public UUID id;
  public String code;
  public String title;
  public String rate;
  public int captureWidth;
  public int captureHeight;
  public int deliveryWidth;
  public int deliveryHeight;
  public double sensorWidthMm;
  public double mainsHz;
  public int firstFrame;
  public int handles;
  public String codePattern;

  /** Pattern of {@link WorkNames}. */
  public String workNames = WorkNames.USUAL;

  public double hoursPerDay;
  public LocalDate dueOn;

  @Convert(converter = Rates.class)
  public EffortRates effortRates = EffortRates.DEFAULTS;

  public double hourRate;
  public double setHourRate;
  public Double budget;
  public String currency = Costs.UNKNOWN.currency();

  /** On what terms work is paid and offered; null until somebody has said so. */
  @Convert(converter = Terms.class)
  public PayTerms payTerms;

  /** Cameras, lenses, heads and cards that are really there. */
  @Convert(converter = Cameras.class)
  public Kit kit = Kit.NONE;

  /** Numbers that methods start from here. */
  @Convert(converter = Defaults.class)
  public List<MethodDefault> methodDefaults = List.of();

  @Convert(converter = Cues.class)
  public CueWords cueWords = CueWords.SHIPPED_ONLY;

  /** Words scene headings are written with here, for drafts that come in. */
  @Convert(converter = Draft.Headings.class)
  public OwnHeadings headings = OwnHeadings.NONE;

  /** Confidence from which a cue is shown. */
  public double cuesFrom = Cue.USUAL;

  /** Whether answers to cues change what is proposed after them. */
  public boolean cuesLearn = true;

  /** Whether its answers count in others of the house that say so too, and theirs in it. */
  public boolean cuesOfHouse;

  @Enumerated(EnumType.STRING)
  public ListFormat lists = ListFormat.COMMA;

  /** Whether agreed needs the client's word beside the house's verdict. */
  public boolean clientNeeded;

  /** Highest number of a package that was taken back; none is given twice. */
  public int packagesUsed;

  /** Set while it is put away: it is read, and nothing in it is changed. */
  public Instant archivedAt;

  @Version public long version;

  public FrameRate frameRate() {
    return FrameRate.parse(rate);
  }

  public Raster capture() {
    return new Raster(captureWidth, captureHeight);
  }

  public Raster delivery() {
    return new Raster(deliveryWidth, deliveryHeight);
  }

  /** The numbers a shot of this production starts from. */
  public ShotSetting setting(int cutFrames) {
    return new ShotSetting(
        frameRate(),
        capture(),
        delivery(),
        firstFrame,
        cutFrames,
        handles,
        sensorWidthMm,
        mainsHz,
        effortRates);
  }

  /** Numbers of the frames of a shot, without its handles. */
  public FrameRange range(Shot s) {
    return new FrameRange(s.cutFirst == null ? firstFrame : s.cutFirst, s.cutFrames);
  }

  /** What a version of a shot is held against. */
  public VersionFacts.Wanted wanted(Shot s) {
    return new VersionFacts.Wanted(delivery(), frameRate(), range(s), handles, false);
  }

  /** The numbers a shot starts from, with what its camera records otherwise. */
  public ShotSetting setting(Shot s) {
    ShotSetting usual = setting(s.cutFrames).from(range(s).first());
    return s.recording == null ? usual : s.recording.on(usual);
  }

  /** What is paid. */
  public Costs costs() {
    return new Costs(hourRate, setHourRate, budget, currency);
  }

  /**
   * Cameras, lenses, heads and cards as JSON text; until version 1 there were no heads and cards.
   */
  static class Cameras extends JsonColumn<Kit> {
    Cameras() {
      super(2, new TypeReference<>() {});
    }

    @Override
    protected JsonNode upgrade(int from, JsonNode value) {
      for (String since : List.of("heads", "media")) {
        if (!value.has(since)) {
          ((ObjectNode) value).putArray(since);
        }
      }
      return value;
    }
  }

  /** On what terms work is paid and offered. */
  public PayTerms terms() {
    return payTerms == null ? PayTerms.USUAL : payTerms;
  }

  /** Terms as JSON text. */
  static class Terms extends JsonColumn<PayTerms> {
    Terms() {
      super(1, new TypeReference<>() {});
    }
  }

  /** Numbers of methods as JSON text. */
  static class Defaults extends JsonColumn<List<MethodDefault>> {
    Defaults() {
      super(1, new TypeReference<>() {});
    }
  }

  /** Own cue words as JSON text. */
  static class Cues extends JsonColumn<CueWords> {
    Cues() {
      super(1, new TypeReference<>() {});
    }
  }

  /** Own rates; none are the usual ones. */
  static class Rates extends JsonColumn<EffortRates> {
    Rates() {
      super(1, new TypeReference<>() {});
    }

    /** Before there were versions the bare list was kept. */
    @Override
    protected JsonNode upgrade(int from, JsonNode value) {
      return value.isArray() ? Json.MAPPER.createObjectNode().set("own", value) : value;
    }
  }
}
