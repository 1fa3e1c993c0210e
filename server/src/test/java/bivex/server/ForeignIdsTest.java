package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.access.Allowed;
import bivex.server.keep.Production;
import bivex.server.keep.Transactions;
import java.net.http.HttpRequest;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Every operation of a production, asked for with ids that are real and another production's: by
 * each role, nothing is read and nothing is changed. An operation with an id of a new kind fails
 * here until it is told where a real one is found.
 */
class ForeignIdsTest {
  /** Where a real id of each kind is found; the production is the parameter. */
  private static final Map<String, String> REAL =
      Map.ofEntries(
          Map.entry("shot", "select id from shot where production_id = ?"),
          Map.entry("giver", "select id from take where production_id = ?"),
          Map.entry("receiver", "select id from take where production_id = ?"),
          Map.entry("day", "select id from shooting_day where production_id = ?"),
          Map.entry("setup", "select id from setup where production_id = ?"),
          Map.entry("sheet", "select id from setup where production_id = ?"),
          Map.entry("take", "select id from take where production_id = ?"),
          Map.entry("picture", "select id from take_still where production_id = ?"),
          Map.entry("still", "select id from take_still where production_id = ?"),
          Map.entry("measure", "select id from plate_measure where production_id = ?"),
          Map.entry("clip", "select id from take_clip where production_id = ?"),
          Map.entry("version", "select id from version where production_id = ?"),
          Map.entry("draft", "select id from draft where production_id = ?"),
          Map.entry("mark", "select id from mark where production_id = ?"),
          Map.entry("look", "select id from look where production_id = ?"),
          Map.entry("frame", "select id from board_frame where production_id = ?"),
          Map.entry("spec", "select id from delivery_spec where production_id = ?"),
          Map.entry("pack", "select id from package where production_id = ?"),
          Map.entry("place", "select id from place where production_id = ?"),
          Map.entry("preset", "select id from preset where production_id = ?"),
          Map.entry("need", "select id from shot_need where production_id = ?"),
          Map.entry("test", "select id from camera_test where production_id = ?"),
          Map.entry("candidate", "select id from test_candidate where production_id = ?"),
          Map.entry("cut", "select id from cut where production_id = ?"),
          Map.entry("music", "select id from music_piece where production_id = ?"),
          Map.entry("planned", "select id from planned_cost where production_id = ?"),
          Map.entry("offer", "select id from offer where production_id = ?"),
          Map.entry("file", "select id from work_file where production_id = ?"),
          Map.entry("viewing", "select id from viewing where production_id = ?"),
          Map.entry("link", "select id from guest_link where production_id = ?"),
          Map.entry("lean", "select id from shot_lean where production_id = ?"),
          Map.entry(
              "note",
              "select n.id from review_note n join shot s on s.id = n.shot_id where"
                  + " s.production_id = ?"),
          Map.entry("person", "select person_id from membership where production_id = ?"));

  /** Parts of an address that are words, not ids; the first that fits is asked with. */
  private static final Map<String, String> WORDS =
      Map.of(
          "sum",
          "S5",
          "paper",
          "day.pdf",
          "format",
          "csv",
          "word",
          "roll",
          "code",
          "X-01-010",
          "item",
          "made-by-hand",
          "method",
          "Hnobody");

  /** Of one process, not of a table; random ids of these are in the test of the gate. */
  private static final List<String> PASSING = List.of("job", "upload");

  private final House house = House.start(true);
  private final JdbcTemplate jdbc = house.bean(JdbcTemplate.class);
  private final UUID theirs = jdbc.queryForObject("select id from production", UUID.class);
  private final Production mine = house.production();

  private record Call(String method, String path, boolean file, HandlerMethod handler) {}

  private List<Call> calls() {
    List<Call> out = new ArrayList<>();
    TreeSet<String> untold = new TreeSet<>();
    for (Map.Entry<RequestMappingInfo, HandlerMethod> e :
        house
            .bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
            .getHandlerMethods()
            .entrySet()) {
      if (!e.getValue().hasMethodAnnotation(Allowed.class)) {
        continue;
      }
      for (String pattern : e.getKey().getPatternValues()) {
        String path = pattern.replace("{production}", mine.id.toString());
        boolean foreign = false;
        boolean skip = false;
        for (String name :
            pattern.replaceAll("[^{}]*\\{([^}]+)}[^{}]*", "$1 ").strip().split(" ")) {
          if (name.equals("production") || name.isEmpty()) {
            continue;
          }
          if (name.equals("frame") && pattern.contains("/clips/")) {
            path = path.replace("{frame}", "0");
          } else if (REAL.containsKey(name)) {
            foreign = true;
            path = path.replace("{" + name + "}", real(name));
          } else if (WORDS.containsKey(name)) {
            path = path.replace("{" + name + "}", WORDS.get(name));
          } else if (PASSING.contains(name)) {
            skip = true;
          } else {
            untold.add(name + " of " + pattern);
          }
        }
        if (foreign && !skip) {
          boolean file =
              e.getKey()
                  .getConsumesCondition()
                  .getConsumableMediaTypes()
                  .contains(MediaType.MULTIPART_FORM_DATA);
          String at = path;
          e.getKey()
              .getMethodsCondition()
              .getMethods()
              .forEach(m -> out.add(new Call(m.name(), at, file, e.getValue())));
        }
      }
    }
    assertThat(untold).as("tell where a real id of this kind is found").isEmpty();
    return out;
  }

  private String real(String name) {
    List<UUID> ids = jdbc.queryForList(REAL.get(name) + " order by 1 limit 1", UUID.class, theirs);
    assertThat(ids).as("the demo has a " + name).isNotEmpty();
    return ids.get(0).toString();
  }

  /** A sum over every row of every table but those of sessions, and of what is made meanwhile. */
  private Map<String, String> everything() {
    Map<String, String> out = new TreeMap<>();
    for (String table :
        jdbc.queryForList(
            "select table_name from information_schema.tables where table_schema = 'public' and"
                + " table_name not like 'spring_session%' and table_name not in ('clip_proxy',"
                + " 'version_check', 'shown_copy')",
            String.class)) {
      out.put(
          table,
          String.valueOf(
              jdbc.queryForObject(
                  "select md5(string_agg(t::text, ',' order by t::text)) from " + table + " t",
                  String.class)));
    }
    return out;
  }

  @Test
  void aRealIdOfAnotherProductionOpensNothing() {
    Map<Role, Caller> crew = new LinkedHashMap<>();
    for (Role r : Role.values()) {
      crew.put(r, house.person(mine, r));
    }
    // The demo delivers and measures nothing by itself.
    house
        .bean(Transactions.class)
        .write(
            () -> {
              jdbc.update(
                  "insert into package (id, production_id, spec_id, number, packed_by, packed_at)"
                      + " select gen_random_uuid(), production_id, id, 1, 'Mara', now() from"
                      + " delivery_spec where production_id = ?",
                  theirs);
              return jdbc.update(
                  "insert into plate_measure (id, production_id, setup_id, first_take, second_take,"
                      + " first_still, second_still, agrees, verdict, remedy, comparison, kept_by,"
                      + " kept_at) select gen_random_uuid(), t.production_id, t.setup_id, t.id,"
                      + " u.id, a.id, b.id, true, 'x', '', '{}', 'Mara', now() from take t join"
                      + " take u on u.setup_id = t.setup_id and u.id > t.id join take_still a on"
                      + " a.take_id = t.id join take_still b on b.take_id = u.id where"
                      + " t.production_id = ? limit 1",
                  theirs);
            });
    List<Call> calls = calls();
    Map<String, String> before = everything();
    List<String> wrong = new ArrayList<>();
    TreeMap<Integer, Integer> answers = new TreeMap<>();
    for (Call c : calls) {
      for (Map.Entry<Role, Caller> who : crew.entrySet()) {
        boolean may =
            List.of(c.handler.getMethodAnnotation(Allowed.class).value()).contains(who.getKey());
        int status =
            c.file
                ? who.getValue()
                    .upload(c.path, "x.png", Clips.still("png", 400, 300), Map.of())
                    .status()
                : who.getValue()
                    .call(
                        c.method,
                        c.path,
                        c.method.equals("GET") || c.method.equals("DELETE")
                            ? HttpRequest.BodyPublishers.noBody()
                            : HttpRequest.BodyPublishers.ofString("{}"),
                        "application/json",
                        "If-Match",
                        "\"0\"")
                    .status();
        answers.merge(status, 1, Integer::sum);
        // A body that is refused for what it is is refused before or after the id is looked for.
        List<Integer> right =
            !may
                ? List.of(403)
                : c.method.equals("GET") || c.method.equals("DELETE")
                    ? List.of(404)
                    : List.of(400, 404, 422);
        if (!right.contains(status)) {
          wrong.add(who.getKey() + " " + c.method + " " + c.path + " was " + status);
        }
      }
    }
    assertThat(wrong).isEmpty();
    assertThat(everything()).as("not a row anywhere is otherwise").isEqualTo(before);
    System.out.printf(
        "%d operations with real foreign ids × %d roles: answers %s%n",
        calls.size(), crew.size(), answers);
    assertThat(calls).hasSizeGreaterThan(70);
    house.close();
  }
}
