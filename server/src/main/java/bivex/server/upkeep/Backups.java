package bivex.server.upkeep;

import bivex.server.BivexProperties;
import bivex.server.http.Problems;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Backs the house up each night, into the form that {@code ./bivex restore} takes, and keeps the
 * last ones. A night the machine slept through is made up for when it wakes.
 */
@Component
public class Backups {
  private static final Logger LOG = LoggerFactory.getLogger(Backups.class);
  private static final DateTimeFormatter STAMP = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss-SSS");

  /** A backup that is not there after this long is told as missing. */
  static final Duration LATE = Duration.ofHours(36);

  private final Path data;
  private final Path folder;
  private final String archiver;
  private final LocalTime at;
  private final int kept;
  private final String database;
  private final String password;
  private final Clock clock;
  private final Instant began;
  private final AtomicBoolean running = new AtomicBoolean();
  private volatile Process writing;
  private volatile String failed;
  private volatile Instant failedAt;

  Backups(
      BivexProperties properties,
      Clock clock,
      @Value("${bivex.archiver}") String archiver,
      @Value("${bivex.backups.folder}") String folder,
      @Value("${bivex.backups.at}") String at,
      @Value("${bivex.backups.kept}") int kept,
      @Value("${spring.datasource.url}") String database,
      @Value("${spring.datasource.password}") String password) {
    this.database = database;
    this.password = password;
    this.data = properties.data().toAbsolutePath();
    this.folder = folder.isBlank() ? data.resolve("backups") : Path.of(folder).toAbsolutePath();
    this.archiver = archiver;
    this.at = LocalTime.parse(at);
    this.kept = Math.max(1, kept);
    this.clock = clock;
    this.began = clock.instant();
  }

  /**
   * @param on whether this house is backed up by itself
   * @param folder where the archives lie on the machine
   * @param last when the newest whole archive was made; null when there is none
   * @param bytes of the newest
   * @param count of archives that are there
   * @param kept how many of them stay
   * @param late whether the newest is older than it should be
   * @param failed what went wrong with the last try; null when it went well
   */
  public record BackupView(
      boolean on,
      String folder,
      LocalTime at,
      Instant last,
      Long bytes,
      int count,
      int kept,
      boolean late,
      boolean running,
      String failed,
      Instant failedAt) {}

  /** How it stands. */
  public BackupView view() {
    List<Path> all = archives();
    Path newest = all.isEmpty() ? null : all.get(all.size() - 1);
    Instant last = newest == null ? null : modified(newest);
    boolean on = !archiver.isBlank();
    Instant since = last == null ? began : last;
    return new BackupView(
        on,
        folder.toString(),
        at,
        last,
        newest == null ? null : size(newest),
        all.size(),
        kept,
        on && since.isBefore(clock.instant().minus(LATE)),
        running.get(),
        failed,
        failedAt);
  }

  /** Makes one now, beside those of the nights; the answer says whether that went well. */
  public BackupView now() {
    return now("bivex");
  }

  /**
   * Makes one now.
   *
   * @param name it begins with; one that is not "bivex" stays until somebody removes it
   */
  public BackupView now(String name) {
    if (archiver.isBlank()) {
      throw new Problems.Forbidden(
          "This house was not started by its start command; make a backup with ./bivex backup.");
    }
    if (!running.compareAndSet(false, true)) {
      throw new Problems.Busy("A backup is being made already.");
    }
    try {
      write(name);
    } finally {
      running.set(false);
    }
    return view();
  }

  @Scheduled(initialDelay = 600_000, fixedDelay = 300_000)
  void nightly() {
    if (archiver.isBlank() || !due() || !running.compareAndSet(false, true)) {
      return;
    }
    try {
      write("bivex");
    } finally {
      running.set(false);
    }
  }

  /** Whether the newest archive is older than the last time one should have been made. */
  boolean due() {
    ZonedDateTime now = ZonedDateTime.now(clock);
    ZonedDateTime turn = now.with(at);
    if (turn.isAfter(now)) {
      turn = turn.minusDays(1);
    }
    List<Path> all = archives();
    // One that fails is tried again, but not all night long.
    boolean rested =
        failedAt == null || failedAt.isBefore(clock.instant().minus(Duration.ofHours(1)));
    return rested
        && (all.isEmpty() || modified(all.get(all.size() - 1)).isBefore(turn.toInstant()));
  }

  private void write(String name) {
    Path said = null;
    try {
      Files.createDirectories(folder);
      Path target = folder.resolve(name + "-" + STAMP.format(ZonedDateTime.now(clock)) + ".tar");
      said = Files.createTempFile("bivex-backup", ".txt");
      ProcessBuilder archive =
          new ProcessBuilder(archiver, data.toString(), target.toString())
              .redirectErrorStream(true)
              .redirectOutput(said.toFile());
      archive.environment().put("BIVEX_DB_URL", database);
      archive.environment().put("BIVEX_DB_PASSWORD", password);
      writing = archive.start();
      if (!writing.waitFor(6, TimeUnit.HOURS)) {
        writing.destroy();
        failed("it took longer than six hours");
      } else if (writing.exitValue() != 0) {
        failed(Files.readString(said, StandardCharsets.UTF_8).strip());
      } else {
        failed = null;
        failedAt = null;
        forget();
      }
    } catch (IOException e) {
      failed(e.getMessage());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      writing.destroy();
      failed("it was stopped");
    } finally {
      writing = null;
      if (said != null) {
        said.toFile().delete();
      }
    }
  }

  private void failed(String why) {
    failed = why == null || why.isBlank() ? "nothing is known of why" : why;
    failedAt = clock.instant();
    LOG.error("backup failed: {}", failed);
  }

  /** Throws away all but the newest; those made by hand, or before an upgrade, are not touched. */
  private void forget() throws IOException {
    List<Path> all = archives();
    for (Path old : all.subList(0, Math.max(0, all.size() - kept))) {
      Files.deleteIfExists(old);
    }
  }

  private List<Path> archives() {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .filter(f -> f.getFileName().toString().matches("bivex-\\d{8}-\\d{6}-\\d{3}\\.tar"))
          .sorted(Comparator.comparing(f -> f.getFileName().toString()))
          .toList();
    } catch (IOException e) {
      return List.of();
    }
  }

  private static Instant modified(Path f) {
    try {
      return Files.getLastModifiedTime(f).toInstant();
    } catch (IOException e) {
      return Instant.EPOCH;
    }
  }

  private static Long size(Path f) {
    try {
      return Files.size(f);
    } catch (IOException e) {
      return null;
    }
  }

  @EventListener
  void closing(ContextClosedEvent event) {
    Process p = writing;
    if (p != null) {
      p.destroy();
    }
  }
}
