package bivex.core.work;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.effort.WorkStep;
import bivex.core.method.Plan;
import bivex.core.shoot.Take;
import bivex.core.shot.Lean;
import bivex.core.time.FrameRange;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/**
 * The versions of the work of all shots: what each was made from, and what stands otherwise now
 * than it was made for. That a version is stale does not say that it is wrong; somebody looks, and
 * says that it still serves or makes it anew.
 */
public final class WorkFiles {
  /**
   * A shot with the versions of its work.
   *
   * @param cut numbers of its frames in the cut
   * @param since when these numbers mean the same frames of the plates; null for always
   * @param takes that count for it
   */
  public record OfShot(
      String id,
      String code,
      Plan plan,
      FrameRange cut,
      Instant since,
      List<Take> takes,
      List<WorkFile> files) {
    /** Versions of a task, the newest first, withdrawn ones too. */
    public List<WorkFile> of(String task) {
      return files.stream()
          .filter(f -> f.task().equals(task))
          .sorted(Comparator.comparingInt(WorkFile::number).reversed())
          .toList();
    }

    /** Number of the next version of a task; none is given twice. */
    public int next(String task) {
      return 1 + of(task).stream().mapToInt(WorkFile::number).max().orElse(0);
    }

    /** The version of a task that is worked with; null where there is none. */
    public WorkFile newest(String task) {
      return of(task).stream().filter(f -> f.withdrawn() == null).findFirst().orElse(null);
    }

    private Take take(String id) {
      return takes.stream().filter(t -> t.id().equals(id)).findFirst().orElse(null);
    }

    private List<Take> picks(String plate) {
      return takes.stream()
          .filter(t -> t.plate().equals(plate) && t.call() == Take.Call.PICK)
          .toList();
    }
  }

  /**
   * Something that stands otherwise than a version was made for.
   *
   * @param key says what stands now, so that who accepts it accepts this and nothing later
   */
  public record Stale(String key, String words) {}

  /**
   * Something a version can be made from.
   *
   * @param words what it is
   * @param path where it lies; empty where nobody said
   * @param usual whether the next version of the task is usually made from it directly, not by way
   *     of another thing that is offered
   */
  public record Offered(WorkFile.Source source, String words, String path, boolean usual) {}

  private record At(OfShot shot, WorkFile file) {}

  private final Map<String, OfShot> shots;
  private final Collection<Lean> leans;
  private final Map<String, At> files = new HashMap<>();
  private final Map<String, List<Stale>> known = new ConcurrentHashMap<>();

  /**
   * @param shots all of a production, also those out of the picture: what was made from their work
   *     is looked up
   */
  public WorkFiles(Collection<OfShot> shots, Collection<Lean> leans) {
    this.shots = shots.stream().collect(Collectors.toMap(OfShot::id, s -> s));
    this.leans = leans;
    for (OfShot s : shots) {
      // What two shots have by a split stands in both; a shot looks among its own first.
      s.files().forEach(f -> files.putIfAbsent(f.id(), new At(s, f)));
    }
  }

  public OfShot shot(String id) {
    return shots.get(id);
  }

  /** What stands otherwise than the version of a task that is worked with was made for. */
  public List<Stale> stale(String shot, String task) {
    OfShot s = shots.get(shot);
    WorkFile f = s == null ? null : s.newest(task);
    return f == null ? List.of() : stale(s, f);
  }

  /** What stands otherwise than any version that counts for a shot was made for. */
  public List<Stale> staleOf(String shot, WorkFile file) {
    return stale(shots.get(shot), file);
  }

  /**
   * Whether somebody is told that work that is done is stale: who has the task, else who made the
   * version.
   *
   * @param holder who has it; null for nobody
   */
  public boolean tells(String shot, String task, String holder, String person) {
    WorkFile f = shots.get(shot).newest(task);
    return f != null
        && person.equals(holder == null ? f.by() : holder)
        && !stale(shot, task).isEmpty();
  }

  private List<Stale> stale(OfShot s, WorkFile f) {
    String id = s.id() + " " + f.id();
    List<Stale> out = known.get(id);
    if (out == null) {
      out = all(s, f).stream().filter(c -> !f.good().contains(c.key())).toList();
      known.put(id, out);
    }
    return out;
  }

  private List<Stale> all(OfShot s, WorkFile f) {
    List<Stale> out = new ArrayList<>();
    if (s.since() != null && f.at().isBefore(s.since())) {
      out.add(
          new Stale(
              "cut since " + s.since(), "the cut has another take or another speed since then"));
    } else if (s.cut().first() < f.frames().first() || s.cut().last() > f.frames().last()) {
      out.add(
          new Stale(
              "cut " + s.cut().said(),
              Said.of(
                  "the cut has frames %s, it was made for %s", s.cut().said(), f.frames().said())));
    }
    for (WorkFile.Source from : f.from()) {
      Stale c =
          from.kind() == WorkFile.SourceKind.TAKE ? take(s, from.id()) : file(s, from.id(), f);
      if (c != null) {
        out.add(c);
      }
    }
    return List.copyOf(out);
  }

  private static Stale take(OfShot s, String id) {
    Take t = s.take(id);
    if (t == null) {
      return new Stale(
          "take " + id, "a take it was made from does not count for the shot any more");
    }
    if (t.call() == Take.Call.PICK) {
      return null;
    }
    List<Take> picks = s.picks(t.plate());
    String now =
        picks.stream().map(p -> Integer.toString(p.number())).collect(Collectors.joining(" and "));
    return new Stale(
        Said.of("take %s %s %s", id, t.call(), picks.stream().map(Take::id).toList()),
        picks.isEmpty()
            ? t.call() == Take.Call.NO_GOOD
                ? Said.of("%s was called no good", said(s, t))
                : Said.of("%s is not picked", said(s, t))
            : Said.of("take %s is picked, not %s", now, said(s, t)));
  }

  private Stale file(OfShot s, String id, WorkFile made) {
    At at = at(s, id);
    if (at == null) {
      return new Stale("file " + id, "a file it was made from is not there any more");
    }
    WorkFile newest = at.shot.newest(at.file.task());
    if (newest == null || at.file.withdrawn() != null && newest.number() < at.file.number()) {
      return new Stale(
          "file " + id + " withdrawn",
          Said.of("%s was withdrawn: %s", said(at), at.file.withdrawn()));
    }
    if (newest.number() != at.file.number()) {
      return new Stale(
          Said.of("file %s %s", id, newest.id()),
          Said.of(
              "there is version %s of “%s”, it was made from version %s",
              newest.number(), newest.label(), at.file.number()));
    }
    // Every version is made from what was there before it, so this ends.
    List<Stale> its = at.file.at().isAfter(made.at()) ? List.of() : stale(at.shot, at.file);
    return its.isEmpty()
        ? null
        : new Stale(
            Said.of("file %s %s", id, its.stream().map(Stale::key).toList()),
            Said.of(
                "%s, which it was made from, is stale: %s",
                said(at), its.stream().map(Stale::words).collect(Collectors.joining("; "))));
  }

  private static String said(OfShot s, Take t) {
    return Said.of("take %s of “%s”", t.number(), s.plan().label(t.plate()));
  }

  private static String said(At at) {
    return Said.of("version %s of “%s”", at.file.number(), at.file.label());
  }

  /** A version as a shot has it, else as any other has. */
  private At at(OfShot s, String id) {
    return s == null
        ? files.get(id)
        : s.files().stream()
            .filter(f -> f.id().equals(id))
            .findFirst()
            .map(f -> new At(s, f))
            .orElse(files.get(id));
  }

  /** In words, what a version of the work of a shot was made from. */
  public String said(String shot, WorkFile.Source from) {
    OfShot s = shots.get(shot);
    if (from.kind() == WorkFile.SourceKind.TAKE) {
      Take t = s == null ? null : s.take(from.id());
      return t == null ? "a take that does not count any more" : said(s, t);
    }
    At at = at(s, from.id());
    return at == null
        ? "a file that is not there any more"
        : said(at) + (at.shot.id().equals(shot) ? "" : " of " + at.shot.code());
  }

  /**
   * What a version of a task can be made from, as things stand: the takes that are picked, the
   * newest versions of the work that comes before it, and of the work it takes over from another
   * shot.
   */
  public List<Offered> offered(String shot, String task) {
    OfShot s = shots.get(shot);
    Plan.Task t =
        s.plan().tasks().stream().filter(x -> x.key().equals(task)).findFirst().orElse(null);
    if (t == null) {
      return List.of();
    }
    WorkStep step = WorkStep.of(t.kind());
    Map<String, At> work = new LinkedHashMap<>();
    for (Plan.Task other : s.plan().tasks()) {
      if (step.after().contains(WorkStep.of(other.kind()))) {
        put(work, s, other.key());
      }
    }
    for (Lean l : leans) {
      OfShot on = shots.get(l.on());
      if (l.shot().equals(shot) && on != null && step.onPlates()) {
        l.made(on.plan()).forEach(key -> put(work, on, key));
      }
    }
    Set<String> within =
        work.values().stream()
            .flatMap(a -> a.file.from().stream())
            .map(WorkFile.Source::id)
            .collect(Collectors.toSet());
    List<Offered> out = new ArrayList<>();
    if (step.onPlates()) {
      for (Plan.Plate p : s.plan().plates()) {
        for (Take pick : s.picks(p.key())) {
          out.add(
              offered(shot, WorkFile.SourceKind.TAKE, pick.id(), "", !within.contains(pick.id())));
        }
      }
    }
    work.values()
        .forEach(
            a ->
                out.add(
                    offered(
                        shot,
                        WorkFile.SourceKind.FILE,
                        a.file.id(),
                        a.file.path(),
                        !within.contains(a.file.id()))));
    return List.copyOf(out);
  }

  private Offered offered(
      String shot, WorkFile.SourceKind kind, String id, String path, boolean usual) {
    WorkFile.Source from = new WorkFile.Source(kind, id);
    return new Offered(from, said(shot, from), path, usual);
  }

  private static void put(Map<String, At> work, OfShot s, String task) {
    WorkFile f = s.newest(task);
    if (f != null) {
      work.put(f.id(), new At(s, f));
    }
  }

  /**
   * Refuses what a version cannot have been made from.
   *
   * @throws InvalidInput naming {@code from}
   */
  public void mustBeThere(String shot, List<WorkFile.Source> from) {
    OfShot s = shots.get(shot);
    Set<String> unknown = new HashSet<>();
    for (WorkFile.Source x : from) {
      boolean there =
          x.kind() == WorkFile.SourceKind.TAKE ? s.take(x.id()) != null : files.containsKey(x.id());
      if (!there) {
        unknown.add(x.id());
      }
    }
    if (!unknown.isEmpty()) {
      throw new InvalidInput(
          "from", "names what is no take of the shot and no file of the production");
    }
  }
}
