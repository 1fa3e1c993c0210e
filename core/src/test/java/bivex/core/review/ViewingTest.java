package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.review.ReelRun.Clip;
import bivex.core.review.ReelRun.Kind;
import bivex.core.review.ReelRun.Piece;
import bivex.core.review.ReelRun.Stretch;
import bivex.core.review.WatchList.Candidate;
import bivex.core.review.WatchList.Of;
import bivex.core.review.WatchList.Order;
import bivex.core.review.WatchList.Wish;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What is watched together, and in which pieces. Common practice, no source. */
class ViewingTest {
  private static final List<Candidate> ALL =
      List.of(
          version("a", "1", "wren", true, 0, List.of(), 0, 900L),
          version("b", "1", "wren", false, 0, List.of(), 2, 100L),
          version("c", "2", "piotr", false, 0, List.of("b"), 3, null),
          version("d", "2", "piotr", true, 2, List.of(), 1, 500L),
          version("e", "2", "wren", false, 0, List.of(), 0, 300L));

  private static Candidate version(
      String shot,
      String scene,
      String maker,
      boolean judged,
      int answers,
      List<String> waiting,
      int owed,
      Long cut) {
    return new Candidate(shot, shot, scene, 1, maker, judged, answers, waiting, owed, cut);
  }

  private static String watched(Of of, Order order, String scene, String maker, String... shots) {
    StringBuilder out = new StringBuilder();
    WatchList.of(ALL, new Wish(of, order, scene, maker, List.of(shots)))
        .forEach(i -> out.append(i.of().shot()));
    return out.toString();
  }

  @Test
  void whatOthersWaitForComesFirstAndEachSaysWhy() {
    assertThat(watched(Of.UNSEEN, null, null, null)).isEqualTo("cdeb");
    assertThat(WatchList.of(ALL, new Wish(Of.UNSEEN, null, null, null, null)))
        .extracting(WatchList.Item::why)
        .containsExactly(
            "b waits for it; no verdict yet",
            "2 answers wait for a word",
            "only the verdict is owed",
            "no verdict yet");
    assertThat(watched(Of.ALL, Order.CUT, null, null))
        .as("what no cut has is last")
        .isEqualTo("bedac");
    assertThat(watched(Of.ALL, Order.SCRIPT, null, null)).isEqualTo("abcde");
    assertThat(watched(Of.SCENE, Order.CUT, "2", null)).isEqualTo("edc");
    assertThat(watched(Of.MAKER, Order.SCRIPT, null, "wren")).isEqualTo("abe");
    assertThat(watched(Of.PICKED, null, null, null, "e", "a"))
        .as("as they were picked")
        .isEqualTo("ea");
    refused("of", () -> watched(Of.SCENE, null, "9", null));
    refused("scene", () -> watched(Of.SCENE, null, " ", null));
    refused("maker", () -> watched(Of.MAKER, null, null, null));
    refused("shots", () -> watched(Of.PICKED, null, null, null));
    refused("of", () -> watched(null, null, null, null));
    refused("shots", () -> watched(Of.PICKED, null, null, null, "a", "nobody"));
    refused(
        "of",
        () ->
            WatchList.of(
                Collections.nCopies(501, ALL.get(0)), new Wish(Of.ALL, null, null, null, null)));
  }

  private static Clip clip(String shot, int first, int frames) {
    return new Clip(
        "v" + shot,
        shot,
        shot,
        1,
        new FrameRange(first, frames),
        25,
        false,
        new FrameRange(1001, 96),
        null);
  }

  /** The reel: a camera shot of 30 frames, b, a directly, black to e, and nothing after. */
  private static final List<List<Stretch>> REEL =
      List.of(
          List.of(
              new Stretch("", "the quay, wide", 0, 30),
              new Stretch("b", "b", 30, 96),
              new Stretch("a", "a", 126, 96),
              new Stretch("", "Lys turns", 222, 200),
              new Stretch("e", "e", 422, 96)));

  private static final Map<String, Clip> CLIPS =
      Map.of("a", clip("a", 993, 112), "b", clip("b", 993, 112), "e", clip("e", 1003, 80));

  private static List<Piece> run(boolean neighbours, boolean handles, String... shots) {
    return ReelRun.of(List.of(shots), CLIPS, REEL, FrameRate.FILM, neighbours, handles).pieces();
  }

  private static List<Piece> of(Map<String, Clip> clips, String shot) {
    return ReelRun.of(List.of(shot), clips, REEL, FrameRate.FILM, true, false).pieces();
  }

  private static String said(List<Piece> run) {
    List<String> out = new ArrayList<>();
    run.forEach(p -> out.add(p.kind() + " " + p.code() + " " + p.frames().said()));
    return String.join(", ", out);
  }

  @Test
  void eachIsSeenBetweenWhatTheCutShowsBesideIt() {
    assertThat(said(run(false, false, "b", "e")))
        .isEqualTo("WATCHED b 1001 to 1096, WATCHED e 1003 to 1082");
    assertThat(said(run(false, true, "b"))).as("with handles").isEqualTo("WATCHED b 993 to 1104");
    // 48 frames are 2 s at 24; the camera shot before is shorter than that.
    assertThat(said(run(true, false, "b")))
        .isEqualTo("BLACK  0 to 29, WATCHED b 1001 to 1096, NEIGHBOUR a 1001 to 1048");
    assertThat(said(run(true, false, "a")))
        .isEqualTo("NEIGHBOUR b 1049 to 1096, WATCHED a 1001 to 1096, BLACK  0 to 47");
    assertThat(said(run(true, false, "b", "a")))
        .as("what follows its neighbour is seen as itself")
        .isEqualTo(
            "BLACK  0 to 29, WATCHED b 1001 to 1096, WATCHED a 1001 to 1096, BLACK  0 to 47");
    assertThat(said(run(true, false, "e")))
        .as("the reel ends")
        .isEqualTo("BLACK  0 to 47, WATCHED e 1003 to 1082");
    assertThat(run(true, false, "b").get(0).words()).isEqualTo("the quay, wide");
    assertThat(run(true, false, "b").get(2).words())
        .as("a neighbour may be anything but agreed")
        .isEqualTo("version 1, without a verdict");
    List<List<Stretch>> row =
        List.of(
            List.of(
                new Stretch("b", "b", 0, 96),
                new Stretch("a", "a", 96, 96),
                new Stretch("e", "e", 192, 96)));
    assertThat(
            said(ReelRun.of(List.of("b", "e"), CLIPS, row, FrameRate.FILM, true, false).pieces()))
        .as("what stands between two is seen once")
        .isEqualTo("WATCHED b 1001 to 1096, NEIGHBOUR a 1001 to 1096, WATCHED e 1003 to 1082");
  }

  @Test
  void aPlaceInTheCutIsThatOfTheFirstUseTheReelsOneAfterAnother() {
    assertThat(
            ReelRun.places(
                List.of(
                    REEL.get(0),
                    List.of(new Stretch("a", "a", 0, 10), new Stretch("c", "c", 20, 10)))))
        .isEqualTo(Map.of("b", 30L, "a", 126L, "e", 422L, "c", 518L + 20));
  }

  @Test
  void whatIsNotInAFileIsSaidAndNeverFilled() {
    assertThat(run(false, false, "e").get(0).words())
        .isEqualTo("not in the file: frames 1001 to 1002 and 1083 to 1096");
    Map<String, Clip> away = Map.of("a", clip("a", 2000, 10));
    Piece p =
        ReelRun.of(List.of("a"), away, List.of(), FrameRate.FILM, true, false).pieces().get(0);
    assertThat(p.frames()).isEqualTo(new FrameRange(2000, 10));
    assertThat(p.words()).startsWith("no frame of the cut is in the file");
    refused("shots", () -> run(true, false, "nobody"));
    Map<String, Clip> beside = new HashMap<>(CLIPS);
    beside.put(
        "b",
        new Clip(
            "vb", "b", "b", 2, new FrameRange(1001, 1), 24, true, new FrameRange(1001, 96), null));
    assertThat(said(of(beside, "a")).split(", ")[0])
        .as("a still beside it is held")
        .isEqualTo("NEIGHBOUR b 1001 to 1048");
    beside.put("b", clip("b", 2000, 10));
    Piece black = of(beside, "a").get(0);
    assertThat(black.kind()).isEqualTo(Kind.BLACK);
    assertThat(black.words()).isEqualTo("b: no frame of the cut is in its file");
  }

  /**
   * Whatever the reels are: each is watched once, in order, and no piece has a frame its file has
   * not.
   */
  @Test
  void noPieceShowsWhatIsNotThere() {
    Random random = new Random(27);
    for (int i = 0; i < 300; i++) {
      Map<String, Clip> clips = new HashMap<>();
      List<Stretch> reel = new ArrayList<>();
      long at = 0;
      for (int n = 0; n < 12; n++) {
        String shot = "s" + n;
        clips.put(shot, clip(shot, 960 + random.nextInt(160), 1 + random.nextInt(150)));
        long frames = 1 + random.nextInt(120);
        if (random.nextInt(3) > 0) {
          reel.add(new Stretch(random.nextInt(4) == 0 ? "" : shot, shot, at, frames));
        }
        at += frames;
      }
      List<String> watched = new ArrayList<>(clips.keySet());
      Collections.shuffle(watched, random);
      watched = watched.subList(0, 1 + random.nextInt(8));
      List<Piece> run =
          ReelRun.of(watched, clips, List.of(reel), FrameRate.FILM, true, random.nextBoolean())
              .pieces();
      assertThat(run.stream().filter(p -> p.kind() == Kind.WATCHED).map(Piece::code))
          .containsExactlyElementsOf(watched);
      for (Piece p : run) {
        if (p.kind() != Kind.BLACK) {
          FrameRange file = clips.get(p.code()).file();
          assertThat(p.frames().first()).isGreaterThanOrEqualTo(file.first());
          assertThat(p.frames().last()).isLessThanOrEqualTo(file.last());
        }
        // Two seconds, or what stands between two that are watched once instead of twice two.
        assertThat(p.kind() == Kind.WATCHED || p.frames().frames() <= 96).isTrue();
      }
    }
  }

  private static void refused(String field, Runnable what) {
    assertThatThrownBy(what::run)
        .isInstanceOfSatisfying(InvalidInput.class, e -> assertThat(e.field()).isEqualTo(field));
  }
}
