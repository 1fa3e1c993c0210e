package bivex.server.book;

import bivex.core.cue.CueFinder;
import bivex.core.cue.Meanings;
import bivex.core.cue.Sense;
import bivex.core.script.Screenplay;
import bivex.server.keep.Draft;
import bivex.server.keep.DraftSense;
import bivex.server.keep.DraftSenses;
import bivex.server.live.Journal;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.ServiceLoader;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/**
 * Reads drafts with a sense of the words, one after the other in the background; nobody waits for
 * it. Where the model of language is not there, or does not run on this machine, drafts are read by
 * words and signs alone.
 */
@Component
public class DraftReader {
  private static final Logger LOG = LoggerFactory.getLogger(DraftReader.class);
  private static final int AT_ONCE = 32;
  private static final int KEPT = 8;

  /** How a draft has been read. */
  public enum Read {
    /** By words and signs; the rest is being read. */
    READING,
    /** With a sense of the words. */
    WITH_SENSE,
    /** By words and signs; there is no more. */
    WORDS_ALONE
  }

  /**
   * @param share of it that is read, 0 to 1
   */
  public record State(Read read, double share) {
    /**
     * The state of something that was made of a draft before this was asked.
     *
     * @param sensed whether it was made with the sense; what was not is still to come where the
     *     draft was read to the end meanwhile
     */
    public State of(boolean sensed) {
      return read == Read.WITH_SENSE && !sensed ? new State(Read.READING, 1) : this;
    }
  }

  /** A draft has been read to its end. */
  public record ReadToEnd(UUID production, UUID draft) {}

  private final DraftSenses kept;
  private final ApplicationEventPublisher events;
  private final Clock clock;
  private final Map<UUID, Double> shares = new ConcurrentHashMap<>();
  private final Map<UUID, Sense.Reading> readings =
      new LinkedHashMap<>(KEPT, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<UUID, Sense.Reading> eldest) {
          return size() > KEPT;
        }
      };
  private volatile Sense sense;
  private volatile boolean closing;
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(
          r -> {
            Thread t = new Thread(r, "draft reader");
            t.setDaemon(true);
            return t;
          });

  DraftReader(
      DraftSenses kept,
      ApplicationEventPublisher events,
      Clock clock,
      @Value("${bivex.sense:true}") boolean wanted) {
    this.kept = kept;
    this.events = events;
    this.clock = clock;
    sense = wanted ? ServiceLoader.load(Sense.class).findFirst().orElse(null) : null;
  }

  /** How far a draft is read. */
  public State state(UUID draft) {
    Double share = shares.get(draft);
    if (share != null) {
      return new State(Read.READING, share);
    }
    synchronized (readings) {
      return readings.containsKey(draft)
          ? new State(Read.WITH_SENSE, 1)
          : new State(Read.WORDS_ALONE, 1);
    }
  }

  /** How far drafts are read together. */
  public State state(List<UUID> of) {
    List<State> all = of.stream().map(this::state).toList();
    return all.stream()
        .filter(s -> s.read() == Read.READING)
        .min(Comparator.comparingDouble(State::share))
        .or(() -> all.stream().filter(s -> s.read() == Read.WORDS_ALONE).findFirst())
        .orElse(new State(Read.WITH_SENSE, 1));
  }

  /**
   * A draft as it has been read; where it has not, it is begun.
   *
   * @return null until it is
   */
  public Sense.Reading of(Draft draft, Screenplay play) {
    Sense.Reading r = known(draft, play);
    if (r == null && sense != null && shares.putIfAbsent(draft.id, 0.0) == null) {
      worker.execute(() -> read(draft, play));
    }
    return r;
  }

  /** A draft as it has been read, now or before the last start; null where it has not. */
  Sense.Reading known(Draft draft, Screenplay play) {
    Sense s = sense;
    synchronized (readings) {
      Sense.Reading r = readings.get(draft.id);
      if (r != null || s == null) {
        return r;
      }
    }
    return shares.containsKey(draft.id) ? null : before(draft, play, s);
  }

  /** What was read of a draft before the last start; null where it is not kept, or of no use. */
  private Sense.Reading before(Draft draft, Screenplay play, Sense s) {
    int numbers = s.weights().senses();
    Sense.Reading r =
        kept.findById(draft.id)
            .filter(k -> k.numbers == numbers)
            .filter(k -> k.sentences == CueFinder.sentences(play).size())
            .map(k -> new Sense.Reading(Meanings.unpack(k.meanings, numbers), s.weights()))
            .orElse(null);
    if (r != null) {
      synchronized (readings) {
        readings.put(draft.id, r);
      }
    }
    return r;
  }

  private void read(Draft draft, Screenplay play) {
    try {
      Sense s = sense;
      Sense.Reading r = s == null || closing ? null : reading(draft, play, s);
      if (r != null) {
        synchronized (readings) {
          readings.put(draft.id, r);
        }
        // What follows from it belongs to reading: who waits for the end finds it done.
        events.publishEvent(new ReadToEnd(draft.productionId, draft.id));
      }
    } catch (RuntimeException e) {
      // Nobody is told, or they would ask for it again at once.
      LOG.error("draft {} is read by words and signs until it is asked for again", draft.id, e);
      shares.remove(draft.id);
      return;
    }
    shares.remove(draft.id);
    if (!closing) {
      events.publishEvent(
          new Journal.Changed(
              draft.productionId,
              "cue",
              draft.id.toString(),
              "Bivex",
              "read a draft to the end",
              0,
              List.of()));
    }
  }

  /**
   * @return null when it was stopped, or the model does not run here
   */
  private Sense.Reading reading(Draft draft, Screenplay play, Sense s) {
    List<String> asked = CueFinder.sentences(play);
    int numbers = s.weights().senses();
    List<float[]> read = new ArrayList<>();
    for (int i = 0; i < asked.size(); i += AT_ONCE) {
      if (closing) {
        return null;
      }
      try {
        read.addAll(s.of(asked.subList(i, Math.min(asked.size(), i + AT_ONCE))));
      } catch (RuntimeException | LinkageError e) {
        LOG.error("the model of language does not run; cues are found by words and signs", e);
        sense = null;
        return null;
      }
      shares.put(draft.id, (double) read.size() / asked.size());
    }
    byte[] packed = Meanings.pack(read);
    keep(draft, asked.size(), numbers, packed);
    // As it will be read again: what is shown does not change with a restart.
    return new Sense.Reading(Meanings.unpack(packed, numbers), s.weights());
  }

  private void keep(Draft draft, int sentences, int numbers, byte[] packed) {
    DraftSense k = new DraftSense();
    k.id = draft.id;
    k.productionId = draft.productionId;
    k.sentences = sentences;
    k.numbers = numbers;
    k.meanings = packed;
    k.madeAt = clock.instant();
    try {
      kept.findById(draft.id).ifPresent(kept::delete);
      kept.saveAndFlush(k);
    } catch (RuntimeException e) {
      // The production may have been deleted under it; what was read serves until it is forgotten.
      LOG.info("the reading of draft {} was not kept: {}", draft.id, e.getMessage());
    }
  }

  @PreDestroy
  void close() {
    closing = true;
    worker.shutdownNow();
  }
}
