package bivex.core.cut;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.cut.CutEvent.How;
import bivex.core.cut.CutEvent.Kind;
import bivex.core.cut.CutList.Why;
import bivex.core.cut.Cuts.Dialect;
import bivex.core.cut.Cuts.Meant;
import bivex.core.cut.Cuts.Reels;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Lists and timelines in every manner, read back against what was meant. */
class ReadersTest {
  private static List<CutEvent> seen(CutList c) {
    return c.events().stream().filter(e -> e.kind() != Kind.SOUND).toList();
  }

  private static void same(String as, CutEvent e, Meant m, boolean named) {
    assertThat(e.kind()).as(as).isEqualTo(m.kind());
    assertThat(e.record()).as(as).isEqualTo(m.record());
    assertThat(e.frames()).as(as).isEqualTo(m.frames());
    if (m.kind() == Kind.BLACK) {
      return;
    }
    if (named) {
      assertThat(e.clip()).as(as).isEqualTo(m.clip());
    }
    assertThat(e.in().frame()).as(as).isEqualTo(m.in());
    assertThat(e.doubts()).as(as).isEmpty();
    Ratio place = Ratio.ZERO;
    for (long f = 0; f < m.frames(); f++) {
      assertThat(e.map().position(f)).as(as + " frame " + f).isEqualTo(place);
      place = place.plus(m.speed());
    }
  }

  @Test
  void listsOfEveryMannerAreReadAsTheyWereMeant() {
    List<Dialect> all = Cuts.dialects();
    assertThat(all.size()).isGreaterThan(60);
    Random r = new Random(41);
    for (Dialect d : all) {
      List<Meant> meant = Cuts.meant(r, d);
      CutList read = EditListReader.read(Cuts.text(d, meant), d.rate());
      String as = d.name() + "\n" + read.passed();
      assertThat(read.title()).isEqualTo("A reel");
      List<CutEvent> events = seen(read);
      assertThat(events).as(as).hasSize(meant.size());
      for (int i = 0; i < meant.size(); i++) {
        Meant m = meant.get(i);
        CutEvent e = events.get(i);
        same(d.name() + " event " + i, e, m, true);
        if (m.kind() == Kind.BLACK) {
          continue;
        }
        if (d.reels() == Reels.IN_FILE) {
          assertThat(e.file()).isEqualTo(m.roll() + ".mov");
        } else {
          assertThat(e.roll()).as(d.name()).isEqualTo(m.roll());
        }
        assertThat(e.join().how()).isEqualTo(m.dissolve() > 0 ? How.DISSOLVE : How.CUT);
        assertThat(e.join().frames()).isEqualTo(m.dissolve());
        // What goes out under a dissolve is needed for as long as that lasts.
        boolean beneath =
            i + 1 < meant.size()
                && meant.get(i + 1).dissolve() > 0
                && meant.get(i + 1).track().equals(m.track());
        assertThat(e.under()).as(d.name()).isEqualTo(beneath ? meant.get(i + 1).dissolve() : 0);
      }
      // Nothing is passed over that was not meant to be.
      assertThat(read.passed()).as(d.name()).allMatch(p -> p.why() == Why.KNOWN);
      assertThat(read.events().stream().filter(e -> e.kind() == Kind.SOUND).count())
          .isEqualTo(d.sound() ? 10 : 0);
      assertThat(read.start().label())
          .startsWith(d.start().substring(0, 8))
          .contains(d.drop() ? ";" : ":");
    }
  }

  @Test
  void timelinesOfEveryVersionAreReadAsTheyWereMeant() {
    Random r = new Random(43);
    for (String rate : List.of("23.976", "24", "25", "29.97", "30", "50", "59.94", "60")) {
      FrameRate fps = FrameRate.parse(rate);
      for (Reels reels : Reels.values()) {
        for (boolean first : new boolean[] {true, false}) {
          for (boolean nested : new boolean[] {true, false}) {
            Dialect d =
                new Dialect("", fps, false, "\n", ':', 3, reels, false, false, false, false, "");
            List<Meant> meant = Cuts.meant(r, d);
            CutList read =
                TimelineReader.read(
                    Cuts.timeline(fps, meant, first, nested, reels), FrameRate.FILM);
            String as = rate + " " + reels + " " + first + " " + nested;
            assertThat(read.rate()).isEqualTo(fps);
            assertThat(read.start().frame()).isEqualTo(86_400);
            List<CutEvent> events =
                seen(read).stream()
                    .sorted(java.util.Comparator.comparingLong(CutEvent::record))
                    .toList();
            assertThat(events).as(as + read.passed()).hasSize(meant.size());
            for (int i = 0; i < meant.size(); i++) {
              same(as + " event " + i, events.get(i), meant.get(i), true);
              if (meant.get(i).kind() == Kind.PICTURE) {
                assertThat(events.get(i).roll() + events.get(i).file())
                    .contains(meant.get(i).roll());
              }
            }
            assertThat(read.passed()).as(as).isEmpty();
          }
        }
      }
    }
  }

  /**
   * Three hundred damaged lists: none breaks the reader, a line that is as it was says what it
   * said, and one that is not says no more than stands in it.
   */
  @Test
  void damagedListsAreReadAsFarAsTheyGoAndNoFurther() {
    Random r = new Random(47);
    List<Dialect> dialects =
        Cuts.dialects().stream().filter(d -> d.separator() == ':' && !d.drop()).toList();
    for (int run = 0; run < 300; run++) {
      Dialect d = dialects.get(run % dialects.size());
      String text = Cuts.text(d, Cuts.meant(r, d));
      CutList whole = EditListReader.read(text, d.rate());
      Map<String, CutEvent> byText = new HashMap<>();
      String[] lines = text.split("\\R", -1);
      whole.events().forEach(e -> byText.putIfAbsent(lines[e.line() - 1], e));
      String broken = damaged(text, r);
      CutList read = EditListReader.read(broken, d.rate());
      String[] now = broken.split("\\R", -1);
      for (CutEvent e : read.events()) {
        String line = now[e.line() - 1];
        CutEvent was = byText.get(line);
        if (was != null) {
          assertThat(e.in().frame()).isEqualTo(was.in().frame());
          assertThat(e.frames()).isEqualTo(was.frames());
          assertThat(e.kind()).isEqualTo(was.kind());
        } else {
          assertThat(line.replace(';', ':').replace('.', ':'))
              .contains(e.in().label().replace(';', ':').substring(1));
        }
        assertThat(e.frames()).isPositive();
        // Its map holds to its last frame and is where its pull says.
        long last = e.map().position(e.frames() - 1).floor();
        assertThat(last).isBetween(e.map().needs(0, 0).first(), e.map().needs(0, 0).last());
      }
      // What was damaged and is not read is told.
      long events = lines(now);
      assertThat(read.events().size() + read.passed().size())
          .as(broken)
          .isGreaterThanOrEqualTo((int) events);
    }
  }

  private static long lines(String[] text) {
    return java.util.Arrays.stream(text)
        .filter(l -> l.strip().matches("\\d{1,6}\\s.*\\d\\d:\\d\\d:\\d\\d.\\d\\d.*"))
        .count();
  }

  private static String damaged(String text, Random r) {
    StringBuilder b = new StringBuilder(text);
    int hits = 1 + r.nextInt(12);
    for (int i = 0; i < hits; i++) {
      int at = r.nextInt(b.length());
      switch (r.nextInt(4)) {
        case 0 -> b.setCharAt(at, (char) (32 + r.nextInt(95)));
        case 1 -> b.deleteCharAt(at);
        case 2 -> b.insert(at, (char) (32 + r.nextInt(95)));
        default -> b.delete(at, Math.min(b.length(), at + r.nextInt(40)));
      }
    }
    return b.toString();
  }

  /**
   * A nested whole that is played at a speed of its own: every frame of the cut shows what it shows
   * when it is counted frame by frame, through clips with speeds of their own; a held whole shows
   * its first.
   */
  @Test
  void aWholeWithASpeedOfItsOwnIsFollowedToTheFrame() {
    Random r = new Random(12);
    for (int run = 0; run < 1000; run++) {
      int clips = 1 + r.nextInt(4);
      List<Object> track = new ArrayList<>();
      long[] at = new long[clips];
      long[] frames = new long[clips];
      Ratio[] speeds = new Ratio[clips];
      long sum = 0;
      for (int i = 0; i < clips; i++) {
        at[i] = sum;
        frames[i] = 5 + r.nextInt(60);
        speeds[i] = new Ratio(25 * (1 + r.nextInt(12)), 100);
        sum += frames[i];
        track.add(clip("R" + i, 1000, frames[i], speeds[i].value()));
      }
      boolean held = run % 10 == 0;
      Ratio speed = held ? Ratio.ZERO : new Ratio(10 * (1 + r.nextInt(40)), 100);
      long length = held ? 40 : Math.max(1, Ratio.of(sum).over(speed).floor());
      Map<String, Object> inner =
          Map.of(
              "OTIO_SCHEMA",
              "Stack.1",
              "source_range",
              range(0, length),
              "effects",
              List.of(warp(speed.value())),
              "children",
              List.of(trackOf(track)));
      CutList read =
          TimelineReader.read(
              Map.of(
                  "OTIO_SCHEMA",
                  "Timeline.1",
                  "global_start_time",
                  time(0),
                  "tracks",
                  Map.of(
                      "OTIO_SCHEMA",
                      "Stack.1",
                      "children",
                      List.of(trackOf(List.of(clip("lead", 0, 10, 1), inner))))),
              FrameRate.FILM);
      for (long f = 0; f < length; f++) {
        Ratio place = speed.times(f);
        int which = 0;
        while (which + 1 < clips && place.compareTo(Ratio.of(at[which + 1])) >= 0) {
          which++;
        }
        Ratio wanted = speeds[which].times(place.minus(Ratio.of(at[which])));
        String roll = "R" + which;
        long frame = 10 + f;
        List<CutEvent> here =
            read.pictures().stream().filter(e -> e.record() <= frame && frame < e.end()).toList();
        assertThat(here).as("frame " + f + " at " + speed).hasSize(1);
        CutEvent e = here.get(0);
        assertThat(e.clip()).isEqualTo(roll);
        assertThat(e.map().position(frame - e.record())).isEqualTo(wanted);
        assertThat(e.doubts()).isEmpty();
      }
    }
  }

  private static Map<String, Object> time(long value) {
    return Map.of("OTIO_SCHEMA", "RationalTime.1", "rate", 24.0, "value", (double) value);
  }

  private static Map<String, Object> range(long from, long frames) {
    return Map.of("OTIO_SCHEMA", "TimeRange.1", "start_time", time(from), "duration", time(frames));
  }

  private static Map<String, Object> warp(double speed) {
    return speed == 0
        ? Map.of("OTIO_SCHEMA", "FreezeFrame.1")
        : Map.of("OTIO_SCHEMA", "LinearTimeWarp.1", "time_scalar", speed);
  }

  private static Map<String, Object> trackOf(List<Object> children) {
    return Map.of("OTIO_SCHEMA", "Track.1", "kind", "Video", "children", children);
  }

  private static Map<String, Object> clip(String name, long from, long frames, double speed) {
    return Map.of(
        "OTIO_SCHEMA",
        "Clip.1",
        "name",
        name,
        "source_range",
        range(from, frames),
        "effects",
        speed == 1 ? List.of() : List.of(warp(speed)));
  }

  /** Timelines with things missing, of wrong kinds and nested without end. */
  @Test
  void damagedTimelinesAreReadAsFarAsTheyGo() {
    Random r = new Random(53);
    Dialect d =
        new Dialect(
            "", FrameRate.PAL, false, "\n", ':', 3, Reels.PLAIN, false, false, false, false, "");
    for (int run = 0; run < 300; run++) {
      Object t =
          broken(
              Cuts.timeline(
                  FrameRate.PAL, Cuts.meant(r, d), run % 2 == 0, run % 3 == 0, Reels.PLAIN),
              r,
              0);
      if (!(t instanceof Map<?, ?> m) || !"Timeline.1".equals(m.get("OTIO_SCHEMA"))) {
        continue;
      }
      CutList read = TimelineReader.read(m, FrameRate.PAL);
      for (CutEvent e : read.events()) {
        assertThat(e.frames()).isPositive();
        assertThat(e.record()).isNotNegative();
      }
    }
    Map<String, Object> deep = Cuts.object("Stack.1", "children", List.of());
    for (int i = 0; i < 5000; i++) {
      deep = Cuts.object("Stack.1", "children", List.of(deep));
    }
    assertThat(
            TimelineReader.read(Cuts.object("Timeline.1", "tracks", deep), FrameRate.PAL).events())
        .isEmpty();
  }

  private static Object broken(Object o, Random r, int deep) {
    if (r.nextInt(400) == 0) {
      return List.of("", -1, Double.NaN, Map.of(), List.of(), "NaN", Double.MAX_VALUE, true)
          .get(r.nextInt(8));
    }
    if (o instanceof Map<?, ?> m) {
      Map<String, Object> out = new HashMap<>();
      m.forEach(
          (k, v) -> {
            if (r.nextInt(300) != 0) {
              out.put((String) k, broken(v, r, deep + 1));
            }
          });
      return out;
    }
    if (o instanceof List<?> l) {
      return l.stream().map(v -> broken(v, r, deep + 1)).collect(Collectors.toList());
    }
    return o;
  }

  /** What is written in ways that mean more than one thing is doubted, never silently decided. */
  @Test
  void whatCouldBeMeantOtherwiseIsDoubted() {
    String head = "TITLE: x\nFCM: NON-DROP FRAME\n";
    CutEvent fit =
        EditListReader.read(
                head + "001 A001 V C 01:00:00:00 01:00:04:00 10:00:00:00 10:00:02:00\n",
                FrameRate.PAL)
            .events()
            .get(0);
    assertThat(fit.map().speed()).isEqualTo(Ratio.of(2));
    assertThat(fit.doubts()).anyMatch(x -> x.contains("no speed is told"));
    CutEvent back =
        EditListReader.read(
                head
                    + "001 A001 V C 01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00\n"
                    + "M2 A001 -025.0 01:00:00:00\n",
                FrameRate.PAL)
            .events()
            .get(0);
    assertThat(back.map().position(0)).isEqualTo(Ratio.of(49));
    assertThat(back.map().position(49)).isEqualTo(Ratio.ZERO);
    assertThat(back.doubts()).anyMatch(x -> x.contains("backwards"));
    CutEvent apart =
        EditListReader.read(
                head
                    + "001 A001 V C 01:00:00:00 01:00:04:00 10:00:00:00 10:00:02:00\n"
                    + "M2 A001 075.0 01:00:00:00\n",
                FrameRate.PAL)
            .events()
            .get(0);
    assertThat(apart.doubts()).anyMatch(x -> x.contains("the speed is taken"));
    // A speed of another reel is not this event's.
    CutList other =
        EditListReader.read(
            head
                + "001 A001 V C 01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00\n"
                + "M2 B002 050.0 01:00:00:00\nGLOBAL STRANGE LINE\n",
            FrameRate.PAL);
    assertThat(other.events().get(0).map().plain()).isTrue();
    assertThat(other.passed())
        .extracting(CutList.Passed::why)
        .containsExactly(Why.KNOWN, Why.UNKNOWN);
    assertThat(other.passed().get(1).said()).isEqualTo("line 5: is not known: GLOBAL STRANGE LINE");
    // The name of what goes is not that of what comes; a reel told whole keeps its speed.
    CutEvent comes =
        EditListReader.read(
                head
                    + "001 A001 V C 01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00\n"
                    + "002 B001 V D 012 02:00:00:00 02:00:04:00 10:00:02:00 10:00:04:00\n"
                    + "* FROM CLIP NAME: THE FIRST\n"
                    + "* SOME REEL: B001_WHOLE_NAME REPLACED BY: B001\n"
                    + "M2 B001 050.0 02:00:00:00\n",
                FrameRate.PAL)
            .events()
            .get(1);
    assertThat(comes.clip()).isEmpty();
    assertThat(comes.notes()).containsExactly("FROM CLIP NAME: THE FIRST");
    assertThat(comes.roll()).isEqualTo("B001_WHOLE_NAME");
    assertThat(comes.map().speed()).isEqualTo(Ratio.of(2));
    // At 23.976 both 24 and 23.976 a second are as recorded.
    for (String as : List.of("024.0", "023.976", "23.98")) {
      CutEvent e =
          EditListReader.read(
                  head
                      + "001 A001 V C 01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00\n"
                      + "M2 A001 "
                      + as
                      + " 01:00:00:00\n",
                  FrameRate.FILM_NTSC)
              .events()
              .get(0);
      assertThat(e.map().plain()).as(as).isTrue();
    }
  }

  /** Wipes, keys, disabled clips, markers, fast sources: each as it is. */
  @Test
  void whatElseIsInThemIsKept() {
    CutList keys =
        EditListReader.read(
            "001 A001 V W001 012 01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00\n"
                + "002 B001 V2 K B 01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00\n"
                + "003 C001 AA/V C 01:00:00:00 01:00:02:00 10:00:02:00 10:00:04:00\n"
                + "* LOC: 10:00:03:05 RED TK-04-010\n",
            FrameRate.PAL);
    assertThat(keys.events())
        .extracting(e -> e.join().how(), e -> e.kind())
        .containsExactly(
            org.assertj.core.api.Assertions.tuple(How.WIPE, Kind.PICTURE),
            org.assertj.core.api.Assertions.tuple(How.KEY, Kind.PICTURE),
            org.assertj.core.api.Assertions.tuple(How.CUT, Kind.PICTURE));
    assertThat(keys.events().get(2).marks().get(0))
        .isEqualTo(new CutEvent.Mark(80, "RED TK-04-010"));
    FrameRate fast = FrameRate.of(50);
    Map<String, Object> clip =
        Cuts.object(
            "Clip.2",
            "name",
            "fast",
            "source_range",
            Cuts.range(fast, 500, 100),
            "enabled",
            true,
            "markers",
            List.of(
                Cuts.object(
                    "Marker.2",
                    "name",
                    "hit",
                    "color",
                    "RED",
                    "marked_range",
                    Cuts.range(fast, 510, 0))));
    Map<String, Object> off = new HashMap<>(clip);
    off.put("enabled", false);
    Map<String, Object> t =
        Cuts.object(
            "Timeline.1",
            "global_start_time",
            Cuts.time(FrameRate.PAL, 0),
            "tracks",
            Cuts.object(
                "Stack.1",
                "children",
                List.of(Cuts.object("Track.1", "kind", "Video", "children", List.of(clip, off)))));
    CutList read = TimelineReader.read(t, FrameRate.FILM);
    assertThat(read.events()).hasSize(2);
    assertThat(read.pictures()).as("what is switched off is not seen").hasSize(1);
    CutEvent e = read.events().get(0);
    // A hundred frames of a source at 50 are two seconds: fifty frames of the cut, two for each.
    assertThat(e.frames()).isEqualTo(50);
    assertThat(e.map().position(1)).isEqualTo(Ratio.of(2));
    assertThat(e.map().speed()).isEqualTo(Ratio.ONE);
    assertThat(e.in()).isEqualTo(new Timecode(fast, false, 500));
    assertThat(e.marks().get(0)).isEqualTo(new CutEvent.Mark(5, "RED hit"));
  }

  /** A cut inside a cut shows only what is seen of it. */
  @Test
  void whatIsNestedIsCutToWhatIsSeen() {
    FrameRate pal = FrameRate.PAL;
    List<Object> inner = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      inner.add(
          Cuts.object(
              "Clip.1", "name", "c" + i, "source_range", Cuts.range(pal, 1000 + 100.0 * i, 40)));
    }
    Map<String, Object> nested =
        Cuts.object(
            "Stack.1",
            "name",
            "compound",
            "source_range",
            Cuts.range(pal, 30, 60),
            "children",
            List.of(Cuts.object("Track.1", "kind", "Video", "children", inner)));
    Map<String, Object> t =
        Cuts.object(
            "Timeline.1",
            "global_start_time",
            Cuts.time(pal, 0),
            "tracks",
            Cuts.object(
                "Stack.1",
                "children",
                List.of(
                    Cuts.object(
                        "Track.1",
                        "kind",
                        "Video",
                        "children",
                        List.of(
                            Cuts.object("Gap.1", "source_range", Cuts.range(pal, 0, 10)),
                            nested)))));
    List<CutEvent> e = TimelineReader.read(t, pal).events();
    // Frames 30 to 90 of 3 × 40: ten of the first, forty of the second, ten of the third.
    assertThat(e).extracting(CutEvent::clip).containsExactly("c0", "c1", "c2");
    assertThat(e).extracting(CutEvent::record).containsExactly(10L, 20L, 60L);
    assertThat(e).extracting(CutEvent::frames).containsExactly(10L, 40L, 10L);
    assertThat(e.get(0).map().position(0)).isEqualTo(Ratio.of(30));
    assertThat(e.get(2).map().position(0)).isEqualTo(Ratio.ZERO);
  }

  /**
   * A list as editors export it, from memory of the format (CMX 3600; common practice): each line
   * that is not used is told with its number; nothing is refused whole. With colons under a
   * drop-frame line a label is counted as drop-frame (SMPTE ST 12-1).
   */
  @Test
  void aListFromARealEditIsReadAndWhatIsNotUsedIsTold() {
    String list =
        """
        TITLE: REEL 1
        FCM: NON-DROP FRAME

        001  A001     V     C        01:00:10:00 01:00:12:00 01:00:00:00 01:00:02:00
        * FROM CLIP NAME: A001C001.MOV
        002  A001     A     C        01:00:10:00 01:00:12:00 01:00:00:00 01:00:02:00
        003  A002     AA/V  C        02:00:00:00 02:00:01:00 01:00:02:00 01:00:03:00
        004  A002     V     C        02:00:01:00 02:00:01:00 01:00:03:00 01:00:03:00
        004  A003     V     D    024 03:00:00:00 03:00:02:00 01:00:03:00 01:00:05:00
        EFFECTS NAME IS CROSS DISSOLVE
        005  BL       V     C        00:00:00:00 00:00:01:00 01:00:05:00 01:00:06:00
        006  A004     V2    C        04:00:00:00 04:00:04:00 01:00:06:00 01:00:08:00
        M2   A004            048.0                04:00:00:00
        7    AX       V     C        01:00:20:00 01:00:21:00 01:00:08:00 01:00:09:00
        * FROM CLIP NAME: TK-04-010 performance-1 take 2
        008  A005     V     W001 012 23:59:59:00 00:00:01:00 01:00:09:00 01:00:11:00
        >>> SOURCE A005 something
        THIS IS NOT KNOWN
        """;
    CutList read = EditListReader.read(list, FrameRate.FILM);
    assertThat(read.pictures())
        .extracting(CutEvent::roll)
        .containsExactly("A001", "A002", "A003", "A004", "", "A005");
    assertThat(read.pictures())
        .extracting(CutEvent::frames)
        .containsExactly(48L, 24L, 48L, 48L, 24L, 48L);
    assertThat(read.pictures().get(3).map().speed()).isEqualTo(Ratio.of(2));
    assertThat(read.passed()).extracting(CutList.Passed::line).containsExactly(8, 18);
    String colons =
        "FCM: DROP FRAME\n001  A001 V C 01:00:51:00 01:00:52:00 01:00:00:00 01:00:01:00\n";
    assertThat(EditListReader.read(colons, FrameRate.NTSC).events().get(0).in())
        .isEqualTo(Timecode.parse("01:00:51;00", FrameRate.NTSC));
    assertThat(EditListReader.read(colons, FrameRate.PAL).events().get(0).in().drop()).isFalse();
  }
}
