package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.Said;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Sixty and some ordinary moments of a script that no method was made for, planned end to end; the
 * listing in docs is written from here, see {@link #theListingIsWhatIsPlanned}.
 */
class OrdinaryMomentsTest {
  private static final Path LISTING = Path.of("../docs/moments.md");
  private static final Instant NOW = Instant.parse("2027-03-01T09:00:00Z");

  private static final Map<String, Object> YES_NO = Map.of("yes", true, "no", false);

  private record Planned(String words, List<MethodChoice> methods, List<OwnItem> own, Plan plan) {}

  private static ShotSetting setting(int frames) {
    return new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, frames, 8, 36, 50);
  }

  private static List<Planned> all() throws IOException {
    List<Planned> out = new ArrayList<>();
    for (String line : Files.readAllLines(Path.of("src/test/resources/ordinary-moments.txt"))) {
      if (!line.startsWith("#")) {
        String[] part = line.split(" \\| ");
        List<MethodChoice> methods = new ArrayList<>();
        List<OwnItem> own = new ArrayList<>();
        for (String how : part[2].split(" \\+ ")) {
          if (how.startsWith("own ")) {
            String[] said = how.substring(4).split(": ");
            String[] named = said[0].split(" ", 2);
            own.add(
                new OwnItem(
                        "item-" + own.size(),
                        OwnItem.Kind.valueOf(named[0]),
                        named[1],
                        "",
                        numbers(said[1]),
                        "",
                        "",
                        NOW)
                    .checked());
          } else {
            String[] said = how.split(" ", 2);
            methods.add(
                new MethodChoice(said[0], said.length > 1 ? numbers(said[1]) : Map.of(), ""));
          }
        }
        ShotSetting s = setting(Integer.parseInt(part[1]));
        out.add(
            new Planned(
                part[0], methods, own, MethodBook.derive(s, methods).edited(s, own, List.of())));
      }
    }
    return out;
  }

  private static Map<String, Object> numbers(String text) {
    Map<String, Object> out = new HashMap<>();
    for (String pair : text.split(", ")) {
      String[] kv = pair.split("=", 2);
      out.put(
          kv[0],
          kv[1].matches("-?[0-9.]+") ? Double.valueOf(kv[1]) : YES_NO.getOrDefault(kv[1], kv[1]));
    }
    return out;
  }

  /** Nothing fails, something is shot, laid and worked on, and every doubt says what to do. */
  @Test
  void eachIsPlannedEndToEnd() throws IOException {
    List<Planned> all = all();
    assertThat(all).hasSizeGreaterThanOrEqualTo(60);
    for (Planned m : all) {
      assertThat(m.plan.layers()).as(m.words).isNotEmpty();
      assertThat(m.plan.effort().mean()).as(m.words).isPositive();
      assertThat(Stream.concat(m.plan.plates().stream(), m.plan.elements().stream()))
          .as(m.words)
          .isNotEmpty();
      assertThat(m.plan.checks())
          .as(m.words)
          .filteredOn(c -> c.grade() == Plan.Grade.FAILS)
          .isEmpty();
      assertThat(m.plan.checks())
          .as(m.words)
          .allMatch(c -> c.grade() == Plan.Grade.HOLDS || !c.remedy().isBlank());
      List<String> work = new ArrayList<>();
      m.plan.plates().forEach(p -> work.add(p.key()));
      m.plan.elements().forEach(e -> work.add(e.key()));
      m.plan.tasks().forEach(t -> work.add(t.key()));
      assertThat(m.plan.layers())
          .as(m.words + ": every layer is settled by something that is owed")
          .allMatch(l -> work.contains(l.settledBy()));
    }
  }

  /** Written anew with {@code -Dwrite=true}. */
  @Test
  void theListingIsWhatIsPlanned() throws IOException {
    List<Planned> all = all();
    StringBuilder out =
        new StringBuilder(
            """
            # Ordinary moments, planned

            Written by `OrdinaryMomentsTest`; do not edit. Moments of an invented script, as a small team
            meets them in a week, each planned end to end with methods of the book and things of its own.
            A square bracket is a method's number in the book. *Minds* counts the checks that do not hold
            with these numbers; each names what to do about it. No check fails.

            | # | moment | planned as | plates | elements | hours | minds | cautions |
            |---|---|---|---|---|---|---|---|
            """);
    int n = 0;
    int first = 0;
    int among = 0;
    int marked = 0;
    double low = 0;
    double high = 0;
    for (Planned m : all) {
      n++;
      Plan p = m.plan;
      String how =
          Stream.concat(
                  m.methods.stream()
                      .map(c -> MethodBook.find(c.method()).name() + " [" + c.method() + "]"),
                  m.own.stream().map(i -> i.label() + " (its own)"))
              .collect(Collectors.joining(" + "));
      out.append(
          Said.of(
              "| %s | %s | %s | %s | %s | %.0f to %.0f | %s | %s |\n",
              n,
              m.words,
              how,
              p.plates().size(),
              p.elements().size(),
              p.effort().low(),
              p.effort().high(),
              p.checks().stream().filter(c -> c.grade() != Plan.Grade.HOLDS).count(),
              p.cautions().stream()
                  .map(Plan.Caution::ask)
                  .distinct()
                  .collect(Collectors.joining(", "))));
      low += p.effort().low();
      high += p.effort().high();
      if (!m.methods.isEmpty()) {
        marked++;
        List<String> said =
            MethodBook.suitable(m.words, 3).stream()
                .filter(s -> !s.found().isEmpty())
                .map(s -> s.method().id())
                .toList();
        String wanted = m.methods.get(0).method();
        first += !said.isEmpty() && said.get(0).equals(wanted) ? 1 : 0;
        among += said.contains(wanted) ? 1 : 0;
      }
    }
    Map<String, Long> used = new LinkedHashMap<>();
    MethodBook.all().forEach(b -> used.put(b.id(), 0L));
    all.forEach(m -> m.methods.forEach(c -> used.merge(c.method(), 1L, Long::sum)));
    out.append(
        Said.of(
            """

            %s moments, %.0f to %.0f hours. Every method of the book is used but %s.

            When one of the %s moments with a method is compared, its words put that method first in %s
            and among the first three in %s; in the others it is picked from the book. The words were
            written by the hand that wrote the cues, before that was counted, and were not changed for
            it: a stranger's script will give less.
            """,
            n,
            low,
            high,
            used.entrySet().stream()
                .filter(e -> e.getValue() == 0)
                .map(Map.Entry::getKey)
                .collect(Collectors.joining(", ")),
            marked,
            first,
            among));
    if (Boolean.getBoolean("write")) {
      Files.writeString(LISTING, out);
    }
    assertThat(out.toString()).isEqualTo(Files.readString(LISTING, StandardCharsets.UTF_8));
  }
}
