package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/** Versions watched together, over HTTP; what they are put together from is tested in the core. */
class ViewingTest {
  private final Stage stage = new Stage();
  private final String viewings = stage.base + "/viewings";

  @Test
  void whatIsWatchedIsKeptWithWhoWasThereAndWhatWasNotReached() throws Exception {
    Map<String, Object> unseen =
        Map.of("of", "UNSEEN", "neighbours", true, "there", List.of("Mara", "Wren"));
    assertThat(stage.producer.post(viewings, unseen).text("detail"))
        .contains("there is no version not looked at to watch");
    String first = stage.upload(Clips.mp4(320, 180, "24", 40)).text("versions/0/id");
    String id = UUID.randomUUID().toString();
    Map<String, Object> in =
        Map.of("id", id, "of", "UNSEEN", "neighbours", true, "there", List.of("Mara", "Wren"));
    Caller.Answer begun = ok(stage.producer.post(viewings, in));
    assertThat(begun.at("shots")).hasSize(1);
    assertThat(begun.text("title")).isEqualTo("Everything not looked at, what matters most first");
    assertThat(begun.text("pieces/0/version")).isEqualTo(first);
    assertThat(begun.at("pieces/0/file").asInt()).isEqualTo(begun.at("pieces/0/first").asInt());
    assertThat(begun.at("pieces/0/frames").asInt()).isEqualTo(40);
    assertThat(begun.text("pieces/0/words")).startsWith("not in the file: frames ");
    assertThat(ok(stage.producer.post(viewings, in)).text("id")).as("sent twice").isEqualTo(id);
    assertThat(stage.producer.delete(stage.base + "/versions/" + first).text("detail"))
        .contains("a viewing rests on it");
    // What is watched is what was begun with, whatever comes in meanwhile.
    stage.upload(Clips.mp4(320, 180, "24", 41));
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    assertThat(ok(artist.get(viewings + "/" + id)).text("pieces/0/version")).isEqualTo(first);
    Caller.Answer list = ok(artist.get(viewings));
    assertThat(list.at("viewings")).hasSize(1);
    assertThat(list.at("viewings/0/notReached")).hasSize(1);
    assertThat(list.at("viewings/0/there")).hasSize(2);
    assertThat(artist.post(viewings + "/" + id + "/seen", Map.of("item", 1)).text("field"))
        .isEqualTo("item");
    for (int i = 0; i < 2; i++) {
      assertThat(artist.post(viewings + "/" + id + "/seen", Map.of("item", 0)).status())
          .isEqualTo(204);
    }
    assertThat(ok(artist.get(viewings)).at("viewings/0/notReached")).isEmpty();
    ok(
        stage.producer.post(
            stage.base + "/versions/" + first + "/notes",
            Map.of(
                "frame",
                begun.at("pieces/0/first").asInt() + 12,
                "words",
                "the glow, \"hot\"",
                "drawing",
                List.of(
                    Map.of(
                        "kind",
                        "ARROW",
                        "points",
                        List.of(
                            Map.of("x", 0.1, "y", 0.9, "press", 1),
                            Map.of("x", 0.9, "y", 0.1, "press", 1)))))));
    String csv =
        new String(
            ok(artist.get(viewings + "/" + id + "/sheet.csv")).raw().body(),
            StandardCharsets.UTF_8);
    assertThat(csv).contains(", version 1\",,,no verdict").contains("the glow, \"\"hot\"\"");
    byte[] paper = ok(artist.get(viewings + "/" + id + "/sheet.pdf")).raw().body();
    try (PDDocument pdf = Loader.loadPDF(paper)) {
      assertThat(new PDFTextStripper().getText(pdf)).contains("the glow").contains("no verdict");
      // The frame of the note with the arrow that was drawn on it, in the pencil's colour.
      BufferedImage page = new PDFRenderer(pdf).renderImageWithDPI(0, 100);
      int pencil = 0;
      int green = 0;
      for (int y = 0; y < page.getHeight(); y++) {
        for (int x = 0; x < page.getWidth(); x++) {
          Color c = new Color(page.getRGB(x, y));
          pencil +=
              c.getRed() > 220 && Math.abs(c.getGreen() - 128) < 24 && c.getBlue() < 130 ? 1 : 0;
          green += c.getGreen() > 200 && c.getRed() < 60 && c.getBlue() < 60 ? 1 : 0;
        }
      }
      assertThat(green).as("the test picture's green bar").isGreaterThan(200);
      assertThat(pencil).as("the arrow").isGreaterThan(40);
    }
    assertThat(
            new String(
                ok(artist.get(stage.base + "/versions/" + first + "/notes.vtt")).raw().body(),
                StandardCharsets.UTF_8))
        .startsWith("WEBVTT\n\n00:00:00.500 --> 00:00:00.542\nthe glow");
    assertThat(ok(artist.get(viewings + "/" + id)).at("shots/0/seen").asBoolean()).isTrue();
  }

  @Test
  void whatMayBeWatchedIsCountedAndProposedWithItsReason() {
    String version = stage.upload(Clips.mp4(320, 180, "24", 40)).text("versions/0/id");
    Caller.Answer choices = ok(stage.producer.get(viewings + "/choices"));
    assertThat(choices.at("unseen").asInt()).isEqualTo(1);
    assertThat(choices.text("scenes/0/value")).isEqualTo("4");
    Map<String, Object> all = Map.of("of", "ALL", "order", "SCRIPT");
    Caller.Answer proposal = ok(stage.producer.post(viewings + "/proposal", all));
    assertThat(proposal.text("0/why")).isEqualTo("no verdict yet");
    ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/verdicts",
            Map.of("verdict", "HOLD", "reason", "waits")));
    assertThat(ok(stage.producer.get(viewings + "/choices")).at("unseen").asInt()).isZero();
    assertThat(ok(stage.producer.post(viewings + "/proposal", all)).text("0/why")).isEmpty();
    assertThat(ok(stage.producer.get(viewings)).at("viewings")).as("nothing is kept").isEmpty();
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    assertThat(guest.get(viewings).status()).isEqualTo(403);
    assertThat(guest.post(viewings, all).status()).isEqualTo(403);
    assertThat(stage.producer.post(viewings, Map.of("order", "CUT")).text("field")).isEqualTo("of");
  }
}
