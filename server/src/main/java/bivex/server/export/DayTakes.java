package bivex.server.export;

import bivex.core.InvalidInput;
import bivex.server.access.Member;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import java.io.IOException;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;

/** The takes of a day for lists, and the files such lists come in. */
@Component
class DayTakes {
  private static final long MOST_BYTES = 5_000_000;
  private final ShootingDays days;
  private final Setups setups;
  private final TakeEntries entries;
  private final Shots shots;

  DayTakes(ShootingDays days, Setups setups, TakeEntries entries, Shots shots) {
    this.days = days;
    this.setups = setups;
    this.entries = entries;
    this.shots = shots;
  }

  /** A day of the production. */
  ShootingDay day(Member me, UUID id) {
    return days.require(id, me.productionId());
  }

  List<TakeEntries.Called> takes(Member me, ShootingDay d) {
    List<UUID> here = setups.findByDayIdOrderByNumber(d.id).stream().map(s -> s.id).toList();
    return here.isEmpty() ? List.of() : entries.ofSetups(me.productionId(), here);
  }

  /** Code of each shot by id. */
  Map<UUID, String> codes(Member me) {
    Map<UUID, String> out = new HashMap<>();
    shots.coded(me.productionId()).forEach(s -> out.put(s.id(), s.code()));
    return out;
  }

  /** A take as it is called in lists. */
  static String named(TakeEntry t, Map<UUID, String> codes) {
    return TakeEntries.named(codes.getOrDefault(t.shotId, t.slate), t.plate, t.number);
  }

  /** What is in a file of letters that was sent. */
  static String text(MultipartFile file) throws IOException {
    if (file.isEmpty() || file.getSize() > MOST_BYTES) {
      throw new InvalidInput("file", file.isEmpty() ? "is empty" : "is larger than 5 MB");
    }
    try {
      String s =
          StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(file.getBytes())).toString();
      return s.startsWith("\uFEFF") ? s.substring(1) : s;
    } catch (CharacterCodingException e) {
      throw new InvalidInput(
          "file", "is not in UTF-8; save it as CSV in UTF-8, so that no letter is lost");
    }
  }

  /** What parts the cells of a table, by its first line: a comma, a semicolon or a tab. */
  private static char separator(String table) {
    String heads = table.lines().findFirst().orElse("");
    return Stream.of(',', ';', '\t')
        .max(Comparator.comparingLong(c -> heads.chars().filter(x -> x == c).count()))
        .orElse(',');
  }

  /** A table with its heads in the first line; names of columns in any case. */
  static CSVParser csv(String text) throws IOException {
    return CSVFormat.RFC4180
        .builder()
        .setDelimiter(separator(text))
        .setHeader()
        .setIgnoreHeaderCase(true)
        .setSkipHeaderRecord(true)
        .setIgnoreSurroundingSpaces(true)
        .get()
        .parse(new StringReader(text));
  }
}
