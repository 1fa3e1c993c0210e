package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.crew.Role;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A camera test from its question to what follows from the answer, with real pictures. */
class CameraTestsTest {
  private static final int W = 960;
  private static final int H = 540;
  private final Stage stage = new Stage();
  private final String look = stage.planned("The flags vanish", "C4", Map.of("lookDegrees", 45));
  private final String tests = stage.base + "/tests";

  /**
   * A lossless clip of a wall with noise of a known spread, as many frames as are watched; with
   * black and white at its sides, without which it could be log.
   */
  private static byte[] noisy(double sigma, double stops) throws IOException {
    BufferedImage wall = Walls.wall(W, H, 0, stops, BufferedImage.TYPE_INT_RGB);
    Random r = new Random(5);
    return Clips.lossless(
        W,
        H,
        24,
        (n, rgb) -> {
          for (int y = 0; y < H; y++) {
            for (int x = 0; x < W; x++) {
              int p = wall.getRGB(x, y);
              for (int c = 0; c < 3; c++) {
                double v =
                    (x < 30 ? 2 : x > W - 30 ? 253 : p >> (16 - 8 * c) & 0xff)
                        + r.nextGaussian() * sigma;
                rgb[(y * W + x) * 3 + c] = (byte) Math.max(0, Math.min(255, Math.round(v)));
              }
            }
          }
        });
  }

  private JsonNode measured(String test) {
    JsonNode job = ok(stage.producer.post(tests + "/" + test + "/measurement", null)).body();
    for (int i = 0; i < 600; i++) {
      JsonNode now =
          ok(stage.producer.get(stage.base + "/bench/jobs/" + job.path("id").asString())).body();
      if (List.of("DONE", "FAILED").contains(now.path("stand").asString())) {
        assertThat(now.path("stand").asString()).as(now.path("fault").asString()).isEqualTo("DONE");
        return now;
      }
      try {
        Thread.sleep(100);
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
    }
    throw new IllegalStateException("it does not end");
  }

  @Test
  void aQuestionIsTriedMeasuredAndDecided() throws IOException {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller.Answer wanted = ok(artist.get(stage.base + "/shots/" + look + "/tests"));
    JsonNode ask = null;
    for (JsonNode w : wanted.at("wanted")) {
      ask = w.path("item").asString().endsWith("preset") ? w : ask;
    }
    assertThat(ask).isNotNull();
    Map<String, Object> asked = new HashMap<>();
    asked.put("id", UUID.randomUUID().toString());
    asked.put("question", ask.path("question").asString());
    asked.put("why", ask.path("why").asString());
    asked.put("item", ask.path("item").asString());
    asked.put("shots", List.of(look));
    asked.put("candidates", ask.path("candidates"));
    Caller.Answer made = ok(artist.post(tests, asked));
    String test = made.text("id");
    for (String field : List.of("shots", "candidates")) {
      Map<String, Object> none = new HashMap<>(Map.of("question", "Is it?"));
      none.put(field, Collections.singletonList(null));
      assertThat(artist.post(tests, none).status()).as(field).isBetween(400, 422);
    }
    assertThat(ok(artist.post(tests, asked)).text("id")).as("sent twice").isEqualTo(test);
    assertThat(ok(artist.get(tests)).body()).hasSize(1);
    int tried = made.at("candidates").size();
    assertThat(tried).isGreaterThanOrEqualTo(3);
    assertThat(made.at("stand/stand").asString()).isEqualTo("ASKED");
    assertThat(made.at("stand/before").asString()).isEqualTo("2026-11-24");
    assertThat(ok(artist.get(stage.base + "/shots/" + look + "/tests")).at("wanted").toString())
        .doesNotContain("preset");
    // It is owed before the day.
    Caller.Answer owed = ok(stage.producer.get(stage.base + "/owed"));
    assertThat(owed.at("tests/0/question").asString()).contains("shutter");
    assertThat(owed.at("tests/0/next").asString()).isEqualTo("shoot the candidates");
    assertThat(owed.at("tests/0/codes")).hasSize(1);

    assertThat(day()).contains("Not decided: Which shutter looks right here?");

    String first = made.at("candidates/0/id").asString();
    String second = made.at("candidates/1/id").asString();
    String one = tests + "/" + test + "/candidates/";
    ok(artist.upload(one + first + "/file", "a.mkv", noisy(2, 0), Map.of()));
    ok(artist.upload(one + second + "/file", "b.mkv", noisy(6, -1), Map.of()));
    assertThat(artist.upload(one + first + "/file", "a.txt", new byte[200], Map.of()).status())
        .isEqualTo(422);
    assertThat(artist.get(one + first + "/picture").raw().body()).startsWith(0x89, 'P', 'N', 'G');
    measured(test);
    JsonNode found = ok(artist.get(tests)).at("0/candidates");
    // Luma of noise in each colour by itself: σ · √(0.2126² + 0.7152² + 0.0722²) ÷ 255.
    assertThat(found.path(0).path("reading").path("noise").asDouble())
        .isCloseTo(0.59, within(0.08));
    assertThat(found.path(1).path("reading").path("noise").asDouble())
        .isCloseTo(1.76, within(0.25));
    assertThat(found.path(1).path("reading").path("stops").asDouble()).isCloseTo(-1, within(0.15));
    assertThat(found.path(0).path("reading").path("stops").isNull()).isTrue();
    assertThat(found.path(1).path("reading").path("flicker").path("seen").asBoolean()).isFalse();

    String verdict = tests + "/" + test + "/verdict";
    Map<String, Object> say = new HashMap<>(Map.of("candidate", first, "words", "crisp enough"));
    assertThat(artist.post(verdict, say).status()).isEqualTo(403);
    say.put("method", "C4");
    say.put("parameter", "lookDegrees");
    say.put("value", 4000);
    assertThat(stage.producer.post(verdict, say).text("field")).isEqualTo("value");
    assertThat(ok(artist.get(tests)).at("0/taken").isNull()).as("all or nothing").isTrue();
    say.put("value", 22.5);
    say.put("preset", "Crisp");
    Caller.Answer decided = ok(stage.producer.post(verdict, say));
    assertThat(decided.at("stand/stand").asString()).isEqualTo("DECIDED");
    assertThat(ok(artist.get(stage.base + "/presets")).toString()).contains("Crisp");
    assertThat(ok(stage.producer.get(stage.base + "/owed")).at("tests")).isEmpty();
    // What waited for the answer is settled, with who said it.
    JsonNode datum = item(ask.path("item").asString());
    assertThat(datum.path("state").asString()).isEqualTo("IN_HAND");
    assertThat(datum.path("reason").asString()).contains("crisp enough");
    // What was decided on stays as it was.
    assertThat(artist.delete(one + second).text("field")).isEqualTo("test");
    assertThat(artist.upload(one + second + "/file", "b.mkv", noisy(1, 0), Map.of()).status())
        .isEqualTo(422);
    // What is planned from now on starts from it; what says otherwise does not.
    assertThat(values(stage.planned("Ines spreads the chart", "C4", Map.of())))
        .isEqualTo("{\"lookDegrees\":22.5}");
    assertThat(values(stage.planned("You're late", "C4", Map.of("lookDegrees", 90))))
        .isEqualTo("{\"lookDegrees\":90}");
    assertThat(values(look)).isEqualTo("{\"lookDegrees\":45}");
    assertThat(
            ok(stage.producer.delete(
                    stage.base + "/method-defaults?method=C4&parameter=lookDegrees"))
                .body())
        .isEmpty();
    ok(stage.producer.delete(verdict));
    assertThat(item(ask.path("item").asString()).path("state").asString()).isEqualTo("OWED");
    assertThat(ok(artist.delete(one + second)).at("candidates/0/reading").isNull())
        .as("held against candidates as they were")
        .isTrue();
    for (Role role : List.of(Role.FLOOR, Role.ARTIST, Role.GUEST)) {
      Caller by = stage.house.person(stage.production, role);
      assertThat(by.delete(tests + "/" + test).status()).isEqualTo(403);
      assertThat(by.delete(verdict).status()).isEqualTo(403);
      assertThat(by.get(tests).status()).isEqualTo(role == Role.GUEST ? 403 : 200);
    }
    assertThat(ok(stage.producer.delete(tests + "/" + test)).body()).isEmpty();
  }

  private String day() {
    byte[] pdf =
        ok(stage.producer.get(stage.base + "/days/" + stage.day + "/papers/day.pdf")).raw().body();
    try (PDDocument d = Loader.loadPDF(pdf)) {
      return new PDFTextStripper().getText(d).replaceAll("\\s+", " ");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private JsonNode item(String key) {
    for (JsonNode i : ok(stage.producer.get(stage.base + "/shots/" + look)).at("items")) {
      if (i.path("key").asString().equals(key)) {
        return i;
      }
    }
    throw new IllegalStateException(key + " is not there");
  }

  private String values(String shot) {
    return ok(stage.producer.get(stage.base + "/shots/" + shot)).at("methods/0/values").toString();
  }
}
