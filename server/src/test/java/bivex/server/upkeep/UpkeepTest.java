package bivex.server.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Caller;
import bivex.server.Clips;
import bivex.server.House;
import bivex.server.Stage;
import bivex.server.access.SecurityLog;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What a house does for itself at night. */
class UpkeepTest {
  private static final Path ROOT = Path.of("").toAbsolutePath().getParent();

  private static List<Path> list(Path folder) throws Exception {
    try (Stream<Path> all = Files.list(folder)) {
      return all.sorted().toList();
    }
  }

  @Test
  void aNightIsBackedUpOnceTheLastStayAndAFailureIsTold() throws Exception {
    Path folder = Files.createTempDirectory("backups");
    try (House house =
        House.start(
            false,
            Map.of(
                "bivex.archiver",
                ROOT.resolve("scripts/write-archive").toString(),
                "bivex.backups.folder",
                folder.toString(),
                "bivex.backups.kept",
                2))) {
      Stage stage = new Stage(house);
      stage.upload(Clips.mp4(320, 180, "24", 24));
      Backups backups = house.bean(Backups.class);
      assertThat(backups.view().last()).isNull();
      assertThat(backups.view().late()).as("it has just begun").isFalse();
      assertThat(backups.due()).isTrue();
      backups.nightly();
      assertThat(backups.due()).as("once a night").isFalse();
      backups.nightly();
      assertThat(list(folder)).hasSize(1);
      Path first = list(folder).get(0);
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(first)))
          .isEqualTo("rw-------");
      Path own = Files.createFile(folder.resolve("by-hand.tar"));
      for (Role r : List.of(Role.COORDINATOR, Role.FLOOR, Role.ARTIST, Role.GUEST)) {
        Caller c = house.person(stage.production, r);
        assertThat(c.get("/api/house").status()).as(r.name()).isEqualTo(403);
        assertThat(c.post("/api/house/backup", Map.of()).status()).as(r.name()).isEqualTo(403);
      }
      Stage.ok(stage.producer.post("/api/house/backup", Map.of()));
      Caller.Answer third = Stage.ok(stage.producer.post("/api/house/backup", Map.of()));
      assertThat(third.at("backup/count").asInt()).isEqualTo(2);
      assertThat(list(folder))
          .as("the oldest goes, what is not its own stays")
          .contains(own)
          .doesNotContain(first)
          .hasSize(3);
      Files.setLastModifiedTime(
          list(folder).get(1), FileTime.from(Instant.now().minus(Duration.ofHours(37))));
      Files.delete(list(folder).get(0));
      assertThat(Stage.ok(stage.producer.get("/api/house")).at("backup/late").asBoolean()).isTrue();
      assertThat(backups.due()).isTrue();

      // A disk that cannot be written to: told, tried again later, and what is there stays.
      Path good = list(folder).get(0);
      Files.move(house.data().resolve("media"), house.data().resolve("elsewhere"));
      Files.createFile(house.data().resolve("media"));
      Caller.Answer failed = Stage.ok(stage.producer.post("/api/house/backup", Map.of()));
      assertThat(failed.text("backup/failed")).isNotEmpty();
      Caller.Answer told = Stage.ok(stage.producer.get("/api/house"));
      assertThat(told.text("backup/failed")).isNotEmpty();
      assertThat(list(folder)).contains(good);
      assertThat(backups.due()).as("not over and over").isFalse();
    }
  }

  @Test
  void whatNoRowStandsForGoesAfterADayAndNothingElseDoes() throws Exception {
    try (House house = House.start(false)) {
      Stage stage = new Stage(house);
      stage.upload(Clips.mp4(320, 180, "24", 24));
      Path media = house.data().resolve("media");
      Path needed;
      try (Stream<Path> all = Files.walk(media)) {
        needed =
            all.filter(f -> f.getFileName().toString().length() == 64).findFirst().orElseThrow();
      }
      Path old = Files.createDirectories(media.resolve("ab")).resolve("ab" + "0".repeat(62));
      Path fresh = media.resolve("ab").resolve("ab" + "1".repeat(62));
      Path stranger = media.resolve("ab").resolve("notes.txt");
      for (Path p : List.of(old, fresh, stranger)) {
        Files.writeString(p, "x");
      }
      FileTime longAgo = FileTime.from(Instant.now().minus(Duration.ofDays(2)));
      for (Path p : List.of(old, needed, stranger)) {
        Files.setLastModifiedTime(p, longAgo);
      }
      assertThat(house.bean(Orphans.class).sweep()).isEqualTo(1);
      assertThat(old).doesNotExist();
      assertThat(List.of(needed, fresh, stranger)).allMatch(Files::exists);
      // One that comes again is of today again: its row may be on its way.
      stage.upload(Clips.mp4(320, 180, "24", 24));
      assertThat(Files.getLastModifiedTime(needed)).isGreaterThan(longAgo);
    }
  }

  @Test
  void theLogOfSignInsHasWhoAndWhereAndNoSecret() throws Exception {
    Path logs = Files.createTempDirectory("logs");
    try (House house =
        House.start(
            false, Map.of("bivex.logs", logs.toString(), "logging.level.bivex.security", "info"))) {
      Stage stage = new Stage(house);
      Caller c = new Caller(house.address(), null);
      String typed = "hunter-two in the wrong field";
      c.post("/api/session", Map.of("login", typed, "password", "x"));
      String login = stage.producer.get("/api/session").text("login");
      c.post("/api/session", Map.of("login", login, "password", "wrong " + typed));
      c.post("/api/session", Map.of("login", login, "password", House.PASSWORD));
      house.person(stage.production, Role.ARTIST).post(stage.base + "/people", Map.of());
      String log = Files.readString(logs.resolve("security.log"));
      assertThat(log)
          .contains("sign-in refused · nobody known · 127.0.0.1")
          .contains("sign-in refused · " + login + " · 127.0.0.1")
          .contains("signed in · " + login + " · 127.0.0.1")
          .contains("refused POST addPerson · artist-")
          .doesNotContain(typed)
          .doesNotContain(House.PASSWORD);
      assertThat(SecurityLog.NAME).isEqualTo("bivex.security");
      Caller.Answer health = c.get("/actuator/health");
      assertThat(health.text("status")).isEqualTo("UP");
      assertThat(health.body().propertyNames())
          .as("nothing of what is inside")
          .doesNotContain("components");
      for (String other : List.of("env", "heapdump", "beans", "metrics", "loggers")) {
        assertThat(c.get("/actuator/" + other).status()).as(other).isEqualTo(404);
      }
    }
  }
}
