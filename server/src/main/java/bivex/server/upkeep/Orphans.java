package bivex.server.upkeep;

import bivex.server.media.MediaStore;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Throws away files that no row stands for: left by a server that was killed between a file and its
 * row, or by rows that were taken back. What came within the last day is left alone.
 */
@Component
public class Orphans {
  private static final Logger LOG = LoggerFactory.getLogger(Orphans.class);
  static final Duration YOUNG = Duration.ofDays(1);

  /**
   * Columns that name files by their hash: by their name, so that a new table is not forgotten. The
   * archive's script holds its files to the same rule.
   */
  private static final String COLUMNS =
      """
      select table_name as t, column_name as c from information_schema.columns
      where table_schema = 'public' and column_name ~ '^(.+_)?hash$' and column_name <> 'password_hash'
      """;

  private final JdbcTemplate jdbc;
  private final MediaStore store;
  private final Clock clock;

  Orphans(JdbcTemplate jdbc, MediaStore store, Clock clock) {
    this.jdbc = jdbc;
    this.store = store;
    this.clock = clock;
  }

  /** How many were thrown away. */
  @Scheduled(initialDelay = 3_600_000, fixedDelay = 86_400_000)
  public int sweep() throws IOException {
    Set<String> standing = new HashSet<>();
    List<Map<String, Object>> columns = jdbc.queryForList(COLUMNS);
    if (columns.isEmpty()) {
      // Nothing is known of what stands: nothing is thrown away.
      return 0;
    }
    for (Map<String, Object> c : columns) {
      standing.addAll(
          jdbc.queryForList(
              "select distinct %2$s from %1$s where %2$s is not null"
                  .formatted(c.get("t"), c.get("c")),
              String.class));
    }
    int gone = store.sweep(standing, clock.instant().minus(YOUNG));
    if (gone > 0) {
      LOG.info("{} files that no row stands for were thrown away", gone);
    }
    return gone;
  }
}
