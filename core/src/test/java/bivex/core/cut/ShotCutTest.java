package bivex.core.cut;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.cut.CutChange.Done;
import bivex.core.cut.CutChange.Kind;
import bivex.core.cut.Recognition.How;
import bivex.core.cut.Recognition.KnownShot;
import bivex.core.cut.Recognition.KnownTake;
import bivex.core.cut.Recognition.Recognised;
import bivex.core.effort.TaskKind;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Takes found in cuts, what is pulled of them, and what another cut changes. */
class ShotCutTest {
  private static final FrameRate RATE = FrameRate.FILM;

  static KnownTake take(int n, String shot, long in, long frames, boolean picked) {
    return new KnownTake(
        "t" + n,
        shot,
        "plate:performance-1",
        shot + " performance-1 take " + n,
        n,
        "A%03d_C%03d_0911AB".formatted(n, n),
        new Timecode(RATE, false, in),
        frames,
        picked);
  }

  static CutEvent event(
      String roll, String clip, long in, long frames, Ratio speed, long record, String note) {
    return new CutEvent(
        1,
        0,
        CutEvent.Kind.PICTURE,
        "V",
        roll,
        clip,
        "",
        RATE,
        new Timecode(RATE, false, in),
        frames,
        record,
        FrameMap.of(frames, Ratio.ZERO, speed, Ratio.ONE),
        CutEvent.Join.CUT,
        0,
        0,
        List.of(),
        note.isEmpty() ? List.of() : List.of(note),
        true,
        List.of());
  }

  static CutList cut(CutEvent... events) {
    return new CutList("", RATE, new Timecode(RATE, false, 86_400), List.of(events), List.of());
  }

  private static final List<KnownShot> SHOTS =
      List.of(
          new KnownShot("s1", List.of("TK-01-010", "TK-01-005")),
          new KnownShot("s2", List.of("TK-01-01")),
          new KnownShot("s3", List.of("TK-02-010")));

  @Test
  void whatIsSureIsRecognisedAndWhatIsNotIsAsked() {
    KnownTake one = take(1, "s1", 1000, 200, true);
    KnownTake two = take(2, "s1", 5000, 200, false);
    KnownTake same =
        new KnownTake("t9", "s3", "plate:clean", "other", 1, one.roll(), one.in(), 60, false);
    Recognition r = new Recognition(List.of(one, two, same), SHOTS);
    String roll = one.roll();
    record Case(CutEvent event, How how, String shot, String take) {}
    List<Case> cases =
        List.of(
            // Of two takes on one roll at one time, the one that holds all of it.
            new Case(event(roll, "", 1050, 100, Ratio.ONE, 0, ""), How.ROLL, "s1", "t1"),
            new Case(event(roll, "", 1010, 20, Ratio.ONE, 0, ""), How.ASKED, "", ""),
            new Case(event(roll, "", 1010, 20, Ratio.ONE, 0, "TK-02-010"), How.ROLL, "s3", "t9"),
            // A reel of eight characters, a file, and any case.
            new Case(
                event(roll.substring(0, 8), "", 1100, 50, Ratio.ONE, 0, ""), How.ROLL, "s1", "t1"),
            new Case(
                event(
                    "",
                    roll.toLowerCase(java.util.Locale.ROOT) + ".mov",
                    1100,
                    50,
                    Ratio.ONE,
                    0,
                    ""),
                How.ROLL,
                "s1",
                "t1"),
            new Case(event("", two.name(), 99, 20, Ratio.ONE, 0, ""), How.NAME, "s1", "t2"),
            // A name that its roll denies is no name.
            new Case(event("B009", two.name(), 5010, 20, Ratio.ONE, 0, ""), How.ASKED, "", ""),
            // A code is a code, not the beginning of another; one it had before is its own.
            new Case(event("", "x", 0, 9, Ratio.ONE, 0, "see TK-01-010 v2"), How.CODE, "s1", ""),
            new Case(event("", "x", 0, 9, Ratio.ONE, 0, "tk-01-01, please"), How.CODE, "s2", ""),
            new Case(event("", "x", 0, 9, Ratio.ONE, 0, "TK-01-005"), How.CODE, "s1", ""),
            new Case(event("", "x", 0, 9, Ratio.ONE, 0, "TK-01-0100"), How.NONE, "", ""),
            // The roll is known, its time is not: nothing is picked.
            new Case(event(roll, "", 9000, 20, Ratio.ONE, 0, ""), How.ASKED, "", ""),
            // What is on it says one thing, its roll another.
            new Case(event(two.roll(), "", 5010, 20, Ratio.ONE, 0, "TK-02-010"), How.ASKED, "", ""),
            new Case(event("B777", "street", 10, 20, Ratio.ONE, 0, ""), How.NONE, "", ""));
    for (Case c : cases) {
      Recognised got = r.of(cut(c.event)).get(0);
      assertThat(got.how()).as(c.event + " " + got.why()).isEqualTo(c.how);
      assertThat(got.shot()).as(got.why()).isEqualTo(c.shot);
      assertThat(got.take()).as(got.why()).isEqualTo(c.take);
      assertThat(got.why()).isNotBlank();
      if (c.how == How.ASKED) {
        assertThat(got.proposals()).isNotEmpty();
      }
    }
    Recognised said =
        r.of(
                cut(cases.get(1).event),
                List.of(new Recognition.Word(EventKey.of(cases.get(1).event), true, "s3", "t9")))
            .get(0);
    assertThat(said.how()).isEqualTo(How.SAID);
    assertThat(said.take()).isEqualTo("t9");
  }

  /**
   * What is pulled holds every frame that is shown, with the handles there are, and no other take.
   */
  @Test
  void whatIsPulledIsWhatIsShownAndItsHandles() {
    Random r = new Random(61);
    for (int run = 0; run < 4000; run++) {
      long frames = 20 + r.nextInt(300);
      KnownTake t = take(1, "s1", 2000 + r.nextInt(9000), frames, true);
      Ratio speed =
          r.nextInt(8) == 0
              ? Ratio.ZERO
              : new Ratio((r.nextInt(6) == 0 ? -1 : 1) * (1 + r.nextInt(400)), 100);
      long length = 1 + r.nextInt(60);
      long in = t.in().frame() + r.nextInt((int) frames);
      CutEvent e = event(t.roll(), "", in, length, speed, 500, "");
      int handles = r.nextInt(20);
      Recognition known = new Recognition(List.of(t), SHOTS);
      List<ShotCut> all = ShotCut.of(known.of(cut(e)), known, handles);
      if (all.isEmpty()) {
        continue;
      }
      ShotCut.PlateUse p = all.get(0).main();
      long missing = 0;
      long shortHead = 0;
      long shortTail = 0;
      for (long f = -handles; f < length + handles; f++) {
        Ratio place = p.place(f);
        boolean there = place.floor() >= 0 && place.floor() <= frames - 1;
        if (there) {
          assertThat(place.floor()).isBetween(p.pull().first(), p.pull().last());
          assertThat(Math.min(frames - 1, place.ceil()))
              .isBetween(p.pull().first(), p.pull().last());
        } else if (f < 0) {
          shortHead++;
        } else if (f >= length) {
          shortTail++;
        } else {
          missing++;
        }
      }
      assertThat(p.missing()).isEqualTo(missing);
      assertThat(p.shortHead()).isEqualTo(shortHead);
      assertThat(p.shortTail()).isEqualTo(shortTail);
      assertThat(p.advice().isEmpty()).isEqualTo(missing + shortHead + shortTail == 0);
      assertThat(p.pull().first()).isNotNegative();
      assertThat(p.pull().last()).isLessThan(frames);
      assertThat(p.first().frame()).isEqualTo(t.in().frame() + p.pull().first());
      // One numbering, both ways.
      for (long f = p.pull().first(); f <= p.pull().last(); f++) {
        assertThat(p.frameOfTake(1001, p.number(1001, f))).isEqualTo(f);
      }
      assertThat(p.number(1001, p.place(0).floor())).isEqualTo(1001);
    }
  }

  // --- two cuts

  /** A reel of shots, one take each, 100 frames from the 50th of its take. */
  static List<CutEvent> reel(int shots) {
    List<CutEvent> out = new ArrayList<>();
    for (int i = 0; i < shots; i++) {
      out.add(
          event(
              "A%03d_C%03d_0911AB".formatted(i, i),
              "",
              10_000L * (i % 150) + 50,
              100,
              Ratio.ONE,
              100L * i,
              ""));
    }
    return out;
  }

  static Recognition known(int shots) {
    List<KnownTake> takes = new ArrayList<>();
    for (int i = 0; i < shots; i++) {
      takes.add(take(i, "s" + i, 10_000L * (i % 150), 400, true));
      takes.add(take(1000 + i, "s" + i, 10_000L * (i % 150) + 5000, 400, false));
    }
    return new Recognition(takes, List.of());
  }

  /** Closed up one after another. */
  static CutList closed(List<CutEvent> events) {
    List<CutEvent> out = new ArrayList<>();
    long at = 0;
    for (CutEvent e : events) {
      out.add(event(e.roll(), e.clip(), e.in().frame(), e.frames(), e.map().speed(), at, ""));
      at += e.frames();
    }
    return cut(out.toArray(CutEvent[]::new));
  }

  static List<ShotCut> shots(CutList c, Recognition known) {
    return ShotCut.of(known.of(c), known, 8);
  }

  static CutEvent trimmed(CutEvent e, long head, long tail) {
    return event(
        e.roll(), "", e.in().frame() - head, e.frames() + head + tail, Ratio.ONE, e.record(), "");
  }

  private static CutChange of(List<CutChange> all, int shot) {
    return all.stream().filter(c -> c.shot().equals("s" + shot)).findFirst().orElseThrow();
  }

  @Test
  void everyKindOfChangeIsToldAsItWasMade() {
    Recognition known = known(12);
    List<CutEvent> now = reel(12);
    now.set(1, trimmed(now.get(1), 6, 0));
    now.set(2, trimmed(now.get(2), 0, -9));
    now.set(3, trimmed(now.get(3), -5, 5));
    now.set(4, trimmed(now.get(4), 20, 11));
    now.set(5, event("A1005_C1005_0911AB", "", 55_000 + 60, 100, Ratio.ONE, 0, ""));
    now.set(6, event(now.get(6).roll(), "", now.get(6).in().frame(), 100, new Ratio(1, 2), 0, ""));
    now.remove(7);
    // The tenth goes before the ninth.
    CutEvent ninth = now.remove(7);
    now.add(8, ninth);
    List<CutChange> all =
        CutChange.between(shots(closed(reel(12)), known), shots(closed(now), known));
    assertThat(of(all, 1).kinds()).containsExactly(Kind.HEAD);
    assertThat(of(all, 1).head()).isEqualTo(6);
    assertThat(of(all, 2).kinds()).containsExactly(Kind.TAIL);
    assertThat(of(all, 2).tail()).isEqualTo(-9);
    assertThat(of(all, 3).kinds()).containsExactly(Kind.SLIPPED);
    assertThat(of(all, 3).said(RATE)).isEqualTo("5 frames slipped to a later place");
    assertThat(of(all, 4).kinds()).containsExactly(Kind.HEAD, Kind.TAIL);
    assertThat(of(all, 5).kinds()).containsExactly(Kind.OTHER_TAKE);
    assertThat(of(all, 6).kinds()).containsExactly(Kind.OTHER_SPEED);
    assertThat(of(all, 7).kinds()).containsExactly(Kind.GONE);
    assertThat(all.stream().filter(c -> c.kinds().contains(Kind.ORDER)).count())
        .as("one of two that changed places")
        .isEqualTo(1);
    assertThat(of(all, 11).kinds()).containsExactly(Kind.MOVED);
    assertThat(all.stream().noneMatch(c -> c.shot().equals("s0"))).isTrue();
    // A shot that is used twice, and one that is new.
    List<CutEvent> more = reel(3);
    more.add(trimmed(more.get(0), -40, -40));
    List<CutChange> twice =
        CutChange.between(shots(closed(reel(3).subList(0, 2)), known), shots(closed(more), known));
    assertThat(twice)
        .extracting(CutChange::shot, CutChange::use, CutChange::kinds)
        .containsExactly(
            org.assertj.core.api.Assertions.tuple("s2", 1, List.of(Kind.NEW)),
            org.assertj.core.api.Assertions.tuple("s0", 2, List.of(Kind.NEW)));
    assertThat(CutChange.between(shots(closed(reel(12)), known), shots(closed(reel(12)), known)))
        .isEmpty();
  }

  /** Frames beyond what was made are those of the take that no version has, counted one by one. */
  @Test
  void whatItCostsIsCountedFrameByFrame() {
    Random r = new Random(71);
    Recognition known = known(1);
    Plan plan =
        MethodBook.derive(ShotSetting.usual(RATE), List.of(new MethodChoice("A2", Map.of(), "")));
    ShotSetting setting = ShotSetting.usual(RATE);
    for (int run = 0; run < 2000; run++) {
      CutEvent was = reel(1).get(0);
      long head = r.nextInt(61) - 30;
      long tail = r.nextInt(61) - 30;
      CutEvent is = trimmed(was, head, tail);
      List<CutChange> all =
          CutChange.between(shots(closed(List.of(was)), known), shots(closed(List.of(is)), known));
      if (head == 0 && tail == 0) {
        assertThat(all).isEmpty();
        continue;
      }
      CutChange c = all.get(0);
      Done done = new Done(r.nextInt(16), r.nextInt(16));
      Set<Long> made = new HashSet<>();
      for (long f = -done.first(); f < was.frames() + done.after(); f++) {
        made.add(was.in().frame() + f);
      }
      long beyond = 0;
      for (long f = 0; f < is.frames(); f++) {
        beyond += made.contains(is.in().frame() + f) ? 0 : 1;
      }
      assertThat(c.beyond(done)).as(head + " " + tail + " " + done).isEqualTo(beyond);
      CutChange.Cost cost = c.cost(done, plan, setting);
      double wanted =
          plan.tasks().stream()
              .filter(t -> t.kind().driver().equals("frame"))
              .mapToDouble(t -> t.hours().mean() * c.beyond(done) / 100)
              .sum();
      assertThat(cost.more().mean())
          .isCloseTo(wanted, org.assertj.core.api.Assertions.within(1e-9));
      if (beyond == 0) {
        assertThat(cost.words()).contains("no new render");
        assertThat(cost.tasks()).isEmpty();
        // Notes stay on their frames: a frame of the version shows what it showed.
        assertThat(c.left(done).first()).isEqualTo(done.first() - head);
      } else {
        assertThat(cost.words()).contains("a new render");
      }
    }
    assertThat(plan.tasks()).anyMatch(t -> t.kind() == TaskKind.HAND_MATTE);
  }

  /** Another take is made again but for what does not hang on it; another layer is put together. */
  @Test
  void whatDoesNotHangOnThePlatesIsNotMadeAgain() {
    Recognition known = known(2);
    ShotSetting setting = ShotSetting.usual(RATE);
    Plan plan = MethodBook.derive(setting, List.of(new MethodChoice("E4", Map.of(), "")));
    List<CutEvent> other = reel(2);
    other.set(0, event("A1000_C1000_0911AB", "", 5050, 100, Ratio.ONE, 0, ""));
    CutChange take =
        of(CutChange.between(shots(closed(reel(2)), known), shots(closed(other), known)), 0);
    List<String> again = take.cost(new Done(8, 8), plan, setting).tasks();
    assertThat(again).contains("Composite").doesNotContain("Drawings");
    // A second plate of the same shot over the first.
    CutEvent over = event("A1000_C1000_0911AB", "", 5050, 100, Ratio.ONE, 0, "");
    List<ShotCut> both = ShotCut.of(known.of(cut(reel(2).get(0), over, reel(2).get(1))), known, 8);
    CutChange layers = of(CutChange.between(shots(closed(reel(2)), known), both), 0);
    assertThat(layers.kinds()).containsExactly(Kind.LAYERS);
    CutChange.Cost cost = layers.cost(new Done(8, 8), plan, setting);
    assertThat(cost.tasks()).containsExactly("Composite");
    assertThat(cost.words()).isEqualTo("other layers: it is put together again");
  }

  /**
   * A production of 500 shots: 1500 events read, recognised and compared; only that it is right.
   */
  @Test
  void aLongReelIsComparedWhole() {
    Recognition known = known(500);
    List<CutEvent> before = reel(500);
    List<CutEvent> now = new ArrayList<>(reel(500));
    for (int i = 0; i < 500; i += 10) {
      now.set(i, trimmed(now.get(i), 0, 12));
    }
    List<CutChange> all =
        CutChange.between(shots(closed(before), known), shots(closed(now), known));
    assertThat(all.stream().filter(c -> c.kinds().contains(Kind.TAIL)).count()).isEqualTo(50);
    assertThat(all.stream().filter(c -> c.kinds().equals(List.of(Kind.MOVED))).count())
        .isEqualTo(450);
  }
}
