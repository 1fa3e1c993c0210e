package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.shoot.DayTerms;
import bivex.server.http.Json;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.transaction.support.TransactionTemplate;

/** What must never be false is kept by the database itself, whatever the application does. */
class KeptTest {
  private final Stage stage = new Stage();
  private final JdbcTemplate sql = stage.house.bean(JdbcTemplate.class);

  @ParameterizedTest
  @ValueSource(
      strings = {
        "update shot set cut_frames = 0",
        "update mark set mark_end = mark_start",
        "update mark set standing = 'LOST'",
        "update draft set uncertain = 'not json'",
        "update production set currency = 'euro'",
        "update shot set methods = 'not json'",
        "update production set rate = 'fast'",
        "update production set code = 'lower case'",
        "update production set mains_hz = 0",
        "update setup set number = 0",
        "update membership set role = 'KING'",
        "update person set login = 'UPPER'",
        "update shooting_day set terms = 'not json'",
        "update shooting_day set pins = '['",
        "insert into place select gen_random_uuid(), id, 'Moon', 91, 0, 'UTC' from production limit"
            + " 1",
        "insert into pass_setting select gen_random_uuid(), production_id, id, 'plate:clean', '[]',"
            + " 0, null, null, 0 from shot limit 1",
        "insert into pass_setting select gen_random_uuid(), production_id, id, 'plate:clean', '[]',"
            + " 1, 600, 500, 0 from shot limit 1",
        "insert into shot_need select gen_random_uuid(), production_id, id, id, 'itself', 'x' from"
            + " shot limit 1",
        "insert into setup_note select gen_random_uuid(), production_id, id, 'LIGHT', '', '', 99,"
            + " null, now(), 'x' from setup limit 1",
        "delete from draft",
        "delete from shooting_day"
      })
  void impossibleRowsAreRefused(String statement) {
    assertThatThrownBy(() -> sql.update(statement))
        .isInstanceOf(DataIntegrityViolationException.class);
  }

  @Test
  void aRowOfEvidenceCannotBeOverwrittenBySavingItAgain() {
    String id = stage.log("plate:clean", Stage.CAMERA).text("id");
    TakeEntries takes = stage.house.bean(TakeEntries.class);
    TakeEntry original = takes.findById(UUID.fromString(id)).orElseThrow();
    TakeEntry forged = new TakeEntry();
    forged.id = original.id;
    forged.productionId = original.productionId;
    forged.shotId = original.shotId;
    forged.setupId = original.setupId;
    forged.plate = original.plate;
    forged.number = 99;
    forged.slate = "forged";
    forged.roll = "X";
    forged.tcIn = original.tcIn;
    forged.tcOut = original.tcOut;
    forged.frames = 1;
    forged.camera = original.camera;
    forged.note = "";
    forged.madeAt = Instant.now();
    forged.loggedBy = "nobody";
    forged.loggedAt = Instant.now();
    assertThatThrownBy(() -> takes.saveAndFlush(forged))
        .isInstanceOf(DataIntegrityViolationException.class);
    assertThat(takes.findById(original.id).orElseThrow().number).isEqualTo(1);
  }

  @Test
  void changingALoadedRowOfEvidenceHasNoEffect() {
    UUID id = UUID.fromString(stage.log("plate:clean", Stage.CAMERA).text("id"));
    TakeEntries takes = stage.house.bean(TakeEntries.class);
    stage
        .house
        .bean(TransactionTemplate.class)
        .executeWithoutResult(s -> takes.findById(id).orElseThrow().note = "changed afterwards");
    assertThat(sql.queryForObject("select note from take where id = ?", String.class, id))
        .isEmpty();
  }

  /**
   * A house with measurements of stills gets the column for those of clips, also when it took that
   * step by the first text of it.
   */
  @Test
  void measurementsOfAnOlderHouseAreCarriedOver() {
    DriverManagerDataSource old = new DriverManagerDataSource(House.database(), "bivex", "bivex");
    Flyway.configure().dataSource(old).target("16").load().migrate();
    JdbcTemplate there = new JdbcTemplate(old);
    // Only the row matters, not the takes it is of.
    there
        .queryForList(
            "select conname from pg_constraint where conrelid = 'plate_measure'::regclass and"
                + " contype = 'f'",
            String.class)
        .forEach(name -> there.execute("alter table plate_measure drop constraint " + name));
    there.update(
        "insert into plate_measure (id, production_id, setup_id, first_take, second_take,"
            + " first_still, second_still, agrees, verdict, remedy, comparison, kept_by, kept_at)"
            + " values (gen_random_uuid(), gen_random_uuid(), gen_random_uuid(), gen_random_uuid(),"
            + " gen_random_uuid(), gen_random_uuid(), gen_random_uuid(), true, 'They agree', '',"
            + " '{}', 'x', now())");
    Flyway.configure().dataSource(old).target("17").load().migrate();
    assertThat(
            there.update(
                "update flyway_schema_history set checksum = -238002871 where version = '17'"))
        .isEqualTo(1);
    Flyway.configure().dataSource(old).load().migrate();
    assertThat(
            there.queryForList(
                "select verdict || coalesce(passes, ' by stills') from plate_measure",
                String.class))
        .containsExactly("They agree by stills");
  }

  /** A house that was kept before marks had a table of their own loses none of them. */
  @Test
  void marksOfAnOlderHouseAreCarriedOver() {
    DriverManagerDataSource old = new DriverManagerDataSource(House.database(), "bivex", "bivex");
    Flyway.configure().dataSource(old).target("2").load().migrate();
    JdbcTemplate there = new JdbcTemplate(old);
    there.update(
        "insert into production (id, code, title, rate, capture_width, capture_height,"
            + " delivery_width, delivery_height, sensor_width_mm, mains_hz, first_frame, handles,"
            + " code_pattern, hours_per_day, version) values (gen_random_uuid(), 'OLD', 'Old',"
            + " '24', 1, 1, 1, 1, 1, 50, 1, 0, 'OLD-{number}', 8, 0)");
    for (int i = 1; i <= 2; i++) {
      there.update(
          "insert into draft (id, production_id, number, name, source, imported_by, imported_at)"
              + " select gen_random_uuid(), id, ?, 'd' || ?, 'INT. A - DAY', 'x', now() from"
              + " production",
          i,
          i);
      there.update(
          "insert into shot (id, production_id, draft_id, code, title, intent, scene, mark_start,"
              + " mark_end, excerpt, lost, omitted, cut_frames, methods, version) select"
              + " gen_random_uuid(), production_id, id, 'OLD-' || number, 't', '', '1', 3, 9,"
              + " 'words ' || number, number = 1, false, 10, '[]', 0 from draft where number = ?",
          i);
    }
    Flyway.configure().dataSource(old).load().migrate();
    assertThat(
            there.queryForList(
                "select s.code || ' ' || d.number || ' ' || m.standing || ' ' || m.excerpt || ' '"
                    + " || coalesce(m.mark_start, -1) from mark m join shot s on s.id = m.shot_id"
                    + " join draft d on d.id = m.draft_id order by 1",
                String.class))
        .containsExactly(
            "OLD-1 1 MARKED words 1 3", "OLD-1 2 LOST words 1 -1", "OLD-2 2 MARKED words 2 3");
  }

  /** What was closed by any answer stays closed; what was not answered is carried on. */
  @Test
  void answersOfAnOlderHouseKeepTheirMeaning() {
    DriverManagerDataSource old = new DriverManagerDataSource(House.database(), "bivex", "bivex");
    Flyway.configure().dataSource(old).target("36").load().migrate();
    JdbcTemplate there = new JdbcTemplate(old);
    // Only notes and answers matter, not the shot they are of.
    for (String table : List.of("version", "review_note")) {
      there
          .queryForList(
              "select conname from pg_constraint where conrelid = ?::regclass and contype = 'f' and"
                  + " confrelid in ('shot'::regclass, 'production'::regclass)",
              String.class,
              table)
          .forEach(name -> there.execute("alter table " + table + " drop constraint " + name));
    }
    there.update(
        "insert into version (id, production_id, shot_id, number, file_name, hash, type, bytes,"
            + " width, height, rate, frames, note, uploaded_by, uploaded_at, first_frame, placed)"
            + " values (gen_random_uuid(), gen_random_uuid(), gen_random_uuid(), 2, 'a',"
            + " repeat('0', 64), 'video/mp4', 1, 1, 1, '24', 24, '', 'x', now(), 1001, true)");
    for (String words : List.of("glow", "edge")) {
      there.update(
          "insert into review_note (id, version_id, shot_id, frame, words, said_by, said_at) select"
              + " gen_random_uuid(), id, shot_id, 1012, ?, 'x', now() from version",
          words);
    }
    for (String words : List.of("feathered", "and graded")) {
      there.update(
          "insert into note_answer (id, note_id, version_id, words, said_by, said_at) select"
              + " gen_random_uuid(), n.id, n.version_id, ?, 'y', clock_timestamp() from review_note"
              + " n where n.words = 'glow'",
          words);
    }
    // A guest who was invited saw the newest version by itself, and goes on seeing that one.
    there.execute("alter table invitation disable trigger all");
    there.update(
        "insert into invitation (id, person_id, shot_id) select gen_random_uuid(),"
            + " gen_random_uuid(), shot_id from version");
    there.update(
        "insert into version (id, production_id, shot_id, number, file_name, hash, type, bytes,"
            + " width, height, rate, frames, note, uploaded_by, uploaded_at, first_frame, placed)"
            + " select gen_random_uuid(), production_id, shot_id, 3, 'b', hash, type, bytes, 1, 1,"
            + " '24', 24, '', 'x', now(), 1001, true from version union all select"
            + " gen_random_uuid(), production_id, gen_random_uuid(), 1, 'c', hash, type, bytes, 1,"
            + " 1, '24', 24, '', 'x', now(), 1001, true from version");
    Flyway.configure().dataSource(old).load().migrate();
    assertThat(
            there.queryForList(
                "select v.file_name || ' ' || s.kind from showing s join version v on v.id ="
                    + " s.version_id",
                String.class))
        .containsExactly("b PROGRESS");
    assertThat(
            there.queryForList(
                "select n.words || ' ' || n.last_frame || ' ' || string_agg(w.kind || ' ' ||"
                    + " w.words, ', ' order by w.said_at) from review_note n left join note_word w"
                    + " on w.note_id = n.id group by n.id order by n.words desc",
                String.class))
        .containsExactly(
            "glow 1012 ANSWERED feathered, ANSWERED and graded, CONFIRMED closed by its answer, as"
                + " it was then",
            null);
  }

  @Test
  void whatIsChangedIsOnRecordWithWhoAndWhen() {
    Instant before = Instant.now().minusSeconds(5);
    stage.say(stage.producer, "plate:clean", "DROPPED", "painted instead");
    Map<String, Object> line =
        sql.queryForMap(
            "select * from journal where production_id = ? order by id desc limit 1",
            stage.production.id);
    assertThat(line.get("action")).isEqualTo("dropped");
    assertThat(line.get("subject_id")).isEqualTo(stage.shot);
    assertThat(line.get("detail").toString()).contains("Clean plate");
    assertThat(line.get("who").toString()).startsWith("producer-");
    assertThat(((java.sql.Timestamp) line.get("at")).toInstant()).isAfter(before);
  }

  @Test
  void aRefusedRequestLeavesNoTrace() {
    long lines = count("journal");
    long takes = count("take");
    stage.say(stage.producer, "datum:nothing", "SETTLED", "x");
    stage.producer.post(
        stage.base + "/takes",
        Map.of(
            "id",
            UUID.randomUUID().toString(),
            "shot",
            stage.shot,
            "setup",
            stage.setup,
            "plate",
            "plate:none",
            "roll",
            "A",
            "tcIn",
            "01:00:00:00",
            "tcOut",
            "01:00:00:10"));
    stage.producer.post(stage.base + "/drafts", Map.of("name", "x", "text", ""));
    assertThat(count("journal")).isEqualTo(lines);
    assertThat(count("take")).isEqualTo(takes);
  }

  private long count(String table) {
    return sql.queryForObject(
        "select count(*) from " + table + " where production_id = ?",
        Long.class,
        stage.production.id);
  }

  /**
   * A house from before the floor had days with terms: its days are plain ones, its takes are as
   * they were, and new words are understood.
   */
  @Test
  void anOlderHouseGetsItsFloor() {
    DriverManagerDataSource old = new DriverManagerDataSource(House.database(), "bivex", "bivex");
    Flyway.configure().dataSource(old).target("3").load().migrate();
    JdbcTemplate house = new JdbcTemplate(old);
    UUID production = UUID.randomUUID();
    UUID day = UUID.randomUUID();
    UUID setup = UUID.randomUUID();
    house.update(
        "insert into production (id, code, title, rate, capture_width, capture_height,"
            + " delivery_width, delivery_height, sensor_width_mm, mains_hz, first_frame, handles,"
            + " code_pattern, hours_per_day, version) values (?, 'OLD', 'Old', '24', 3840, 2160,"
            + " 1920, 1080, 36, 50, 1001, 8, '{scene}', 8, 0)",
        production);
    house.update(
        "insert into shooting_day (id, production_id, number, shoot_on, place) values (?, ?, 1,"
            + " '2026-05-04', 'Stage')",
        day,
        production);
    house.update(
        "insert into setup (id, production_id, day_id, number, name, version) values (?, ?, ?, 1,"
            + " 'Table', 0)",
        setup,
        production,
        day);
    UUID shot = UUID.randomUUID();
    house.update(
        "insert into shot (id, production_id, setup_id, code, title, intent, scene, omitted,"
            + " cut_frames, methods, version) values (?, ?, ?, 'OLD-1', '', '', '1', false, 48,"
            + " '[]', 0)",
        shot,
        production,
        setup);
    UUID take = UUID.randomUUID();
    house.update(
        "insert into take (id, production_id, shot_id, setup_id, plate, number, slate, roll, tc_in,"
            + " tc_out, frames, camera, note, made_at, logged_by, logged_at) values (?, ?, ?, ?,"
            + " 'plate:clean', 1, 'OLD-1', 'A', '01:00:00:00', '01:00:01:23', 48, '{}', '', now(),"
            + " 'x', now())",
        take,
        production,
        shot,
        setup);
    Flyway.configure().dataSource(old).load().migrate();
    DayTerms terms =
        Json.MAPPER.readValue(
            house.queryForObject("select terms from shooting_day where id = ?", String.class, day),
            DayTerms.class);
    assertThat(terms).isEqualTo(DayTerms.PLAIN);
    assertThat(
            house.queryForMap(
                "select not_read, parts, overruled, device, device_at from take where id = ?",
                take))
        .containsEntry("not_read", "[]")
        .containsEntry("parts", "[]")
        .containsEntry("overruled", "")
        .containsEntry("device_at", null);
    house.update(
        "insert into take_call (id, take_id, call, reason, said_by, said_at) values"
            + " (gen_random_uuid(), ?, 'FALSE_START', '', 'x', now())",
        take);
    house.update(
        "insert into evidence (id, production_id, shot_id, item, kind, words, said_by, said_at)"
            + " values (gen_random_uuid(), ?, ?, 'plate:clean', 'WAIVED', 'rain', 'x', now())",
        production,
        shot);
    assertThatThrownBy(
            () ->
                house.update(
                    "insert into evidence (id, production_id, shot_id, item, kind, words, said_by,"
                        + " said_at) values (gen_random_uuid(), ?, ?, 'plate:clean', 'FORGOTTEN',"
                        + " 'x', 'x', now())",
                    production,
                    shot))
        .isInstanceOf(DataIntegrityViolationException.class);
  }
}
