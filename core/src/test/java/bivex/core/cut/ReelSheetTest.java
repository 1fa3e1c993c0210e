package bivex.core.cut;

import static bivex.core.cut.ShotCutTest.closed;
import static bivex.core.cut.ShotCutTest.event;
import static bivex.core.cut.ShotCutTest.known;
import static bivex.core.cut.ShotCutTest.reel;
import static bivex.core.cut.ShotCutTest.shots;
import static bivex.core.cut.ShotCutTest.trimmed;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.cut.Recognition.How;
import bivex.core.cut.Recognition.Recognised;
import bivex.core.cut.ReelSheet.Next;
import bivex.core.cut.ReelSheet.Row;
import bivex.core.cut.ShotWork.Newest;
import bivex.core.effort.TaskKind;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.OwnItem;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.method.SoundKind;
import bivex.core.parameter.Parameter;
import bivex.core.plate.Zone;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.EditList;
import bivex.core.tally.Costs;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** A cut as a sheet: what it changes, what that costs, and numbers that stay on their frames. */
class ReelSheetTest {
  private static final FrameRate RATE = FrameRate.FILM;
  private static final Timecode START = Timecode.parse("01:00:00:00", RATE);

  /** Work as it stands for a shot. */
  private static final class Standing {
    int first = 1001;
    int frames = 100;
    ShotCut followed;
    Newest newest;

    ShotWork work(String id) {
      ShotSetting usual = ShotSetting.usual(RATE);
      ShotSetting setting =
          new ShotSetting(RATE, usual.capture(), usual.delivery(), first, frames, 8, 36, 50);
      Plan plan = MethodBook.derive(setting, List.of(new MethodChoice("A2", Map.of(), "")));
      return new ShotWork(
          id, "TK-" + id, "title " + id, setting, plan, followed, newest, List.of("piotr"));
    }
  }

  private static Map<String, ShotWork> work(Map<String, Standing> all) {
    return all.entrySet().stream()
        .collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue().work(e.getKey())));
  }

  private static Map<String, Standing> standings(int shots) {
    Map<String, Standing> out = new HashMap<>();
    for (int i = 0; i < shots; i++) {
      out.put("s" + i, new Standing());
    }
    return out;
  }

  private static Row of(ReelSheet s, String shot) {
    return s.rows().stream().filter(r -> r.shot().equals(shot)).findFirst().orElseThrow();
  }

  @Test
  void everyRowSaysWhatChangedAndWhatItCosts() {
    Recognition known = known(8);
    List<ShotCut> before = shots(closed(reel(8)), known);
    Map<String, Standing> all = standings(8);
    before.forEach(
        s -> {
          Standing x = all.get(s.shot());
          x.followed = s;
          x.newest = new Newest(2, new FrameRange(993, 116), true, true);
        });
    // One whose version cannot be placed, one that was made for another take, one with none.
    all.get("s5").newest = new Newest(1, new FrameRange(1001, 90), false, true);
    all.get("s6").newest = new Newest(1, new FrameRange(993, 116), true, false);
    all.get("s7").newest = null;
    List<CutEvent> now = reel(8);
    now.set(0, trimmed(now.get(0), 0, 4));
    now.set(1, trimmed(now.get(1), 0, 20));
    now.set(2, trimmed(now.get(2), -6, 6));
    now.set(3, event(now.get(3).roll(), "", now.get(3).in().frame(), 100, new Ratio(4, 5), 0, ""));
    now.set(5, trimmed(now.get(5), 0, 4));
    now.set(6, trimmed(now.get(6), 0, 4));
    now.set(7, trimmed(now.get(7), 0, -20));
    now.remove(4);
    ReelSheet sheet = ReelSheet.of(START, shots(closed(now), known), before, work(all));

    Row inside = of(sheet, "s0");
    assertThat(inside.changed()).isEqualTo("4 frames longer at the tail");
    assertThat(inside.range()).isEqualTo(new FrameRange(1001, 104));
    assertThat(inside.cost().words()).contains("no new render, notes keep their frames");
    assertThat(inside.cost().more().mean()).isZero();
    assertThat(inside.next()).isEqualTo(Next.FOLLOW);

    Row beyond = of(sheet, "s1");
    // 116 frames from 993 end at 1108; 120 from 1001 end at 1120.
    assertThat(beyond.cost().frames()).isEqualTo(12);
    assertThat(beyond.next()).isEqualTo(Next.WORK);
    double perFrame =
        work(all).get("s1").plan().tasks().stream()
            .filter(t -> t.kind().driver().equals("frame"))
            .mapToDouble(t -> t.hours().mean())
            .sum();
    assertThat(beyond.cost().more().mean()).isCloseTo(perFrame * 12 / 100, within(1e-9));

    Row slipped = of(sheet, "s2");
    assertThat(slipped.changed()).isEqualTo("6 frames slipped to a later place");
    assertThat(slipped.range()).isEqualTo(new FrameRange(1007, 100));
    assertThat(slipped.cost().frames()).isZero();

    assertThat(of(sheet, "s3").cost().words()).startsWith("another speed");
    assertThat(of(sheet, "s3").cost().tasks()).contains("Composite");

    Row gone = of(sheet, "s4");
    assertThat(gone.now()).isNull();
    assertThat(gone.cost().known()).as("what is left of its hours is nobody's guess").isFalse();

    assertThat(of(sheet, "s5").cost().known()).isFalse();
    assertThat(of(sheet, "s5").cost().words()).contains("say the number of its first");
    assertThat(of(sheet, "s6").cost().known()).isFalse();

    Row less = of(sheet, "s7");
    assertThat(less.cost().less().mean()).isGreaterThan(0);
    assertThat(less.cost().more().mean()).isZero();

    ReelSheet.Total total = sheet.total(new Costs(50, 0, null, "EUR"));
    assertThat(total.unknown()).isEqualTo(3);
    assertThat(total.money())
        .isCloseTo(50 * (total.more().mean() - total.less().mean()), within(1e-6));
    assertThat(total.hands()).containsExactly("piotr");
    assertThat(sheet.total(Costs.UNKNOWN).money()).isNull();
    assertThat(sheet.changes("Changes", Costs.UNKNOWN).rows())
        .hasSize(8)
        .allMatch(r -> r.size() == sheet.changes("", Costs.UNKNOWN).heads().size());
  }

  /**
   * Nothing follows unless it is said, and a shot that never followed is not reckoned as if it did.
   */
  @Test
  void aVersionWithoutACutItWasMadeForIsNotJudged() {
    Recognition known = known(2);
    Map<String, Standing> all = standings(2);
    all.get("s0").newest = new Newest(1, new FrameRange(1001, 100), true, true);
    ReelSheet sheet = ReelSheet.of(START, shots(closed(reel(2)), known), null, work(all));
    assertThat(of(sheet, "s0").cost().known()).isFalse();
    assertThat(of(sheet, "s0").follows()).isFalse();
    assertThat(of(sheet, "s1").cost()).isNull();
    assertThat(of(sheet, "s1").next()).isEqualTo(Next.FOLLOW);
  }

  /**
   * A shot that follows one cut after the other keeps its numbers on the frames of its take, and
   * what a version made for any of them lacks is counted frame by frame.
   */
  @Test
  void numbersStayOnTheFramesOfThePlateHoweverOftenTheCutChanges() {
    Random r = new Random(4);
    Recognition known = known(1);
    for (int run = 0; run < 300; run++) {
      CutEvent e = event(reel(1).get(0).roll(), "", 100, 60 + r.nextInt(60), Ratio.ONE, 0, "");
      Standing s = new Standing();
      ShotCut now = shots(closed(List.of(e)), known).get(0);
      s.frames = (int) now.frames();
      s.followed = now;
      // The number that a frame of the take has: it never changes.
      long offset = 1001 - now.main().place(0).floor();
      int versionFirst = s.first - 8;
      int versionFrames = s.frames + 16;
      s.newest = new Newest(1, new FrameRange(versionFirst, versionFrames), true, true);
      for (int step = 0; step < 4; step++) {
        long head = Math.max(-20, r.nextInt(31) - 15);
        long tail = Math.max(-20, r.nextInt(31) - 15);
        e = trimmed(e, head, tail);
        ShotCut next = shots(closed(List.of(e)), known).get(0);
        ShotWork w = s.work("s0");
        Row row =
            ReelSheet.of(START, List.of(next), List.of(s.followed), Map.of("s0", w)).rows().get(0);
        assertThat((long) row.range().first()).isEqualTo(next.main().place(0).floor() + offset);
        long lacking = 0;
        for (int f = row.range().first(); f <= row.range().last(); f++) {
          lacking += f >= versionFirst && f < versionFirst + versionFrames ? 0 : 1;
        }
        assertThat(row.cost() == null ? 0 : row.cost().frames()).isEqualTo(lacking);
        ShotWork.Follow f = w.follow(next);
        assertThat(f.anew()).isFalse();
        assertThat(f.earlier()).isEqualTo(head);
        s.first = f.range().first();
        s.frames = f.range().frames();
        s.followed = next;
      }
    }
  }

  /**
   * Every method that has a moment in the cut: when the cut begins earlier by some frames, all that
   * its plan tells of frames within the cut stays on the same numbers.
   */
  @Test
  void momentsOfAPlanStayOnTheirFramesWhenTheCutBeginsElsewhere() {
    int methods = 0;
    for (bivex.core.method.Method m : MethodBook.all()) {
      if (m.parameters().stream().noneMatch(Parameter::place)) {
        continue;
      }
      methods++;
      List<MethodChoice> chosen = List.of(MethodChoice.usual(m));
      Moments moved = Moments.moved(chosen, List.of(), 5, 245);
      if (m.parameters().stream().anyMatch(x -> x.place() && x.fallback().equals(0L))) {
        assertThat(moved.told()).as(m.id()).anyMatch(w -> w.contains("is that meant?"));
        continue;
      }
      assertThat(moved.told()).as(m.id()).isEmpty();
      Set<Integer> before = marks(chosen, 1001, 240);
      Set<Integer> after = marks(moved.methods(), 996, 245);
      // The first of the cut is another; what is measured from it is no moment.
      before.remove(1001);
      after.remove(996);
      assertThat(after).as(m.id()).isEqualTo(before);
    }
    assertThat(methods).isGreaterThanOrEqualTo(14);
  }

  private static Set<Integer> marks(List<MethodChoice> methods, int first, int frames) {
    ShotSetting u = ShotSetting.usual(RATE);
    return MethodBook.derive(
            new ShotSetting(RATE, u.capture(), u.delivery(), first, frames, 8, 36, 50), methods)
        .layers()
        .stream()
        .flatMap(l -> l.spans().stream())
        .map(Plan.Span::first)
        .collect(Collectors.toSet());
  }

  /** Behind a shot that grew everything stands elsewhere; nobody needs to be told of that. */
  @Test
  void whatOnlyMovedIsCountedAndNotTold() {
    Recognition known = known(30);
    List<ShotCut> before = shots(closed(reel(30)), known);
    Map<String, Standing> all = standings(30);
    before.forEach(s -> all.get(s.shot()).followed = s);
    List<CutEvent> now = reel(30);
    now.set(0, trimmed(now.get(0), 0, 12));
    ReelSheet sheet = ReelSheet.of(START, shots(closed(now), known), before, work(all));
    assertThat(sheet.total(Costs.UNKNOWN).changed()).isEqualTo(1);
    assertThat(sheet.total(Costs.UNKNOWN).moved()).isEqualTo(29);
    assertThat(sheet.shown(ReelSheet.Show.CHANGED, "")).extracting(Row::shot).containsExactly("s0");
    assertThat(sheet.shown(ReelSheet.Show.ALL, "piotr")).hasSize(30);
    assertThat(sheet.shown(ReelSheet.Show.ALL, "somebody else")).isEmpty();
  }

  /** A cut that only ends earlier moves nothing; a moment that it cuts off is told. */
  @Test
  void aMomentThatIsCutOffIsTold() {
    List<MethodChoice> chosen = List.of(new MethodChoice("B4", Map.of("landFrame", 80), ""));
    assertThat(Moments.moved(chosen, List.of(), 0, 96).told()).isEmpty();
    Moments cut = Moments.moved(chosen, List.of(), 0, 70);
    assertThat(cut.methods()).isEqualTo(chosen);
    assertThat(cut.told()).singleElement().asString().contains("was left at 80");
  }

  @Test
  void cutsAreComparedWithinTheirReel() {
    Reels reels =
        new Reels(
            List.of(
                new Reels.Ref("a", "R1"),
                new Reels.Ref("b", "R2"),
                new Reels.Ref("c", "r1"),
                new Reels.Ref("d", "")));
    assertThat(reels.newest()).containsExactly("d", "c", "b");
    assertThat(reels.before("c")).isEqualTo("a");
    assertThat(reels.before("b")).isNull();
    assertThat(reels.current("a")).isFalse();
    assertThat(reels.current("c")).isTrue();
  }

  /** Edges of every part are those they were at every frame of the plate. */
  @Test
  void zonesStayOnTheFramesOfThePlate() {
    Random r = new Random(8);
    for (int run = 0; run < 500; run++) {
      List<Zone> zones = new ArrayList<>();
      Set<Integer> taken = new java.util.HashSet<>();
      for (int i = 0; i < 1 + r.nextInt(5); i++) {
        int f = r.nextInt(80);
        if (taken.add(f)) {
          double left = r.nextInt(50) / 100.0;
          zones.add(new Zone(1, f, left, left + 0.1 + r.nextInt(40) / 100.0));
        }
      }
      int earlier = r.nextInt(61) - 30;
      double[][] before = Zone.edges(zones, 1, 200);
      double[][] after = Zone.edges(Zone.moved(zones, earlier), 1, 200);
      for (int f = Math.max(0, -earlier); f < 160; f++) {
        assertThat(after[f + earlier]).containsExactly(before[f], within(1e-12));
      }
    }
  }

  @Test
  void whatWasSaidIsKnownAgainInTheNextCut() {
    Recognition known = known(3);
    CutEvent odd = event("B777", "street", 1000, 50, Ratio.ONE, 10, "");
    CutEvent later = event("B777", "street", 1020, 60, Ratio.ONE, 400, "");
    CutEvent elsewhere = event("B777", "street", 9000, 60, Ratio.ONE, 500, "");
    Recognition.Word word = new Recognition.Word(EventKey.of(odd), false, "s1", "t1001");
    List<Recognised> found = known.of(ShotCutTest.cut(later, elsewhere), List.of(word));
    assertThat(found.get(0).how()).isEqualTo(How.SAID);
    assertThat(found.get(0).take()).isEqualTo("t1001");
    assertThat(found.get(1).how()).as("other frames of the roll").isEqualTo(How.NONE);
    // Two words of the same frames that differ are no answer, but proposals.
    Recognition.Word other =
        new Recognition.Word(
            EventKey.of(event("B777", "street", 1030, 50, Ratio.ONE, 90, "")), false, "s2", "");
    Recognised asked = known.of(ShotCutTest.cut(later), List.of(word, other)).get(0);
    assertThat(asked.how()).isEqualTo(How.ASKED);
    assertThat(asked.proposals()).containsExactly("t1001", "s2");
    // What the roll tells by itself is not overruled by an older word.
    CutEvent sure = reel(3).get(0);
    assertThat(
            known
                .of(
                    ShotCutTest.cut(sure),
                    List.of(new Recognition.Word(EventKey.of(sure), false, "s2", "")))
                .get(0)
                .how())
        .isEqualTo(How.ROLL);
    // A later word of the same event counts.
    Recognition.Word first = new Recognition.Word(EventKey.of(odd), true, "s1", "");
    Recognition.Word second = new Recognition.Word(EventKey.of(odd), true, "", "");
    assertThat(known.of(ShotCutTest.cut(odd), List.of(first, second)).get(0).shot()).isEmpty();
  }

  /**
   * The pull list is read again by who pulls: frames, labels and markers are as they were meant.
   */
  @Test
  void aPullListReadAgainAsksForTheSameFrames() {
    Recognition known = known(20);
    Random r = new Random(7);
    List<CutEvent> events = new ArrayList<>();
    for (CutEvent e : reel(20)) {
      Ratio speed = new Ratio(50 + r.nextInt(150), 100);
      events.add(event(e.roll(), "", e.in().frame(), 60 + r.nextInt(40), speed, 0, ""));
    }
    Map<String, Standing> all = standings(20);
    ReelSheet sheet = ReelSheet.of(START, shots(closed(events), known), null, work(all));
    List<Pull> pulls = Pull.of(sheet.rows(), known);
    assertThat(pulls).hasSize(20);
    EditList list = Pull.list("pulls", RATE, false, pulls);
    CutList read = EditListReader.read(list.text(), RATE);
    assertThat(read.passed()).allMatch(p -> p.why() == CutList.Why.KNOWN);
    assertThat(read.pictures()).hasSize(20);
    for (int i = 0; i < 20; i++) {
      Pull p = pulls.get(i);
      CutEvent e = read.pictures().get(i);
      assertThat(e.clip()).isEqualTo(p.name());
      assertThat(e.in()).isEqualTo(p.use().first());
      assertThat(e.frames()).isEqualTo(p.use().pull().frames());
      assertThat(e.marks()).hasSize(1);
      // The marked frame is the one under the first frame of the shot.
      long marked = e.in().frame() + e.marks().get(0).frame() - e.record();
      assertThat(marked).isEqualTo(p.use().label(p.use().place(p.use().from()).floor()).frame());
      assertThat(known.of(read).get(i).take()).isEqualTo(p.use().take());
    }
    assertThat(pulls).extracting(Pull::name).doesNotHaveDuplicates();
    assertThat(Pull.table(pulls).rows())
        .allMatch(row -> row.size() == Pull.table(pulls).heads().size());
  }

  @Test
  void aBarShowsToMeasureWhatIsUsedAndWhatIsMissing() {
    Recognition known = known(1);
    // The take has 400 frames; the cut wants its last 100 and 20 that are not there.
    CutEvent e = event(reel(1).get(0).roll(), "", 300, 120, Ratio.ONE, 0, "");
    ShotCut.PlateUse p = shots(closed(List.of(e)), known).get(0).main();
    assertThat(p.missing()).isEqualTo(20);
    PlateBar bar = PlateBar.of(p, 400, 8);
    // Drawn over 428 frames: the take, what is missing, and the handle behind it.
    assertThat(bar.takeTo()).isCloseTo(400.0 / 428, within(1e-12));
    assertThat(bar.usedFrom()).isCloseTo(300.0 / 428, within(1e-12));
    assertThat(bar.usedTo()).isCloseTo(420.0 / 428, within(1e-12));
    assertThat(bar.missing())
        .containsExactly(
            new PlateBar.Stretch(400.0 / 428, 420.0 / 428, false),
            new PlateBar.Stretch(420.0 / 428, 1, true));
    CutEvent slow = event(e.roll(), "", 100, 100, new Ratio(1, 2), 0, "");
    PlateBar half = PlateBar.of(shots(closed(List.of(slow)), known).get(0).main(), 400, 8);
    assertThat(half.natural()).isEqualTo(1);
    assertThat(half.curve().get(1).y()).isCloseTo(0.495, within(1e-9));
  }

  @Test
  void platesArePreparedInTheOrderInWhichNothingIsDoneTwice() {
    Recognition known = known(1);
    Plan plan = new Standing().work("s0").plan();
    CameraData groups = CameraData.notRead().with("codec", "H.264 Long GOP").with("bits", 8);
    CutEvent slow = event(reel(1).get(0).roll(), "", 100, 100, new Ratio(1, 2), 0, "");
    ShotCut.PlateUse p = shots(closed(List.of(slow)), known).get(0).main();
    List<Preparation.Step> steps = Preparation.of(p, 400, groups, plan, ShotSetting.usual(RATE));
    assertThat(steps).extracting(Preparation.Step::kind).isSorted();
    assertThat(steps)
        .extracting(Preparation.Step::kind)
        .contains(
            Preparation.Kind.CONFORM,
            Preparation.Kind.FLATTEN,
            Preparation.Kind.FOLLOW,
            Preparation.Kind.RETIME);
    assertThat(steps.get(1).why()).contains("hang on each other");
    // Half speed: 100 frames of the cut with handles show half as many, and those are followed.
    assertThat(steps)
        .anyMatch(s -> s.what().equals("on the " + p.pull().frames() + " recorded frames"));
    assertThat(plan.tasks()).anyMatch(t -> t.kind() == TaskKind.HAND_MATTE);
    List<Preparation.Step> none = Preparation.of(p, 400, null, plan, ShotSetting.usual(RATE));
    assertThat(none.get(1).why()).contains("was not noted");
    CameraData single = CameraData.notRead().with("codec", "ProRes 422 HQ").with("bits", 10);
    CutEvent plain = event(slow.roll(), "", 100, 100, Ratio.ONE, 0, "");
    assertThat(
            Preparation.of(
                shots(closed(List.of(plain)), known).get(0).main(),
                120,
                single,
                plan,
                ShotSetting.usual(RATE)))
        .extracting(Preparation.Step::kind)
        .containsExactly(Preparation.Kind.CONFORM, Preparation.Kind.FOLLOW);
  }

  @Test
  void soundsFollowThePlanAndTheCut() {
    ShotSetting u = ShotSetting.usual(RATE);
    ShotSetting setting = new ShotSetting(RATE, u.capture(), u.delivery(), 1001, 96, 8, 36, 50);
    Plan plan =
        MethodBook.derive(setting, List.of(new MethodChoice("B2", Map.of("leaveFrame", 30), "")));
    OwnItem own =
        new OwnItem(
            "slam-1",
            OwnItem.Kind.SOUND,
            "Shutter slams",
            "",
            Map.of("frame", 80, "sound", "hard hit"),
            "mara",
            null,
            null);
    List<Spot> all = Spot.of(plan, setting, List.of(own), new FrameRange(1001, 96));
    assertThat(all).extracting(Spot::frame).isSorted();
    Spot dash = all.stream().filter(s -> s.key().endsWith(":dash")).findFirst().orElseThrow();
    assertThat(dash.frame()).as("the frame after it leaves").isEqualTo(1032);
    assertThat(dash.kind()).isEqualTo(SoundKind.MOVE_BY);
    assertThat(all).anyMatch(s -> s.key().equals(own.key()) && s.frame() == 1081);
    // A cut that ends before the slam has it no more, and says so.
    assertThat(Spot.of(plan, setting, List.of(own), new FrameRange(1001, 70)))
        .filteredOn(s -> !s.inCut())
        .extracting(Spot::key)
        .contains(own.key());
    assertThat(Spot.wild(plan)).contains("wild track: Sound of the dash");
  }
}
