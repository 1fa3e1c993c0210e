package bivex.core.work;

import static bivex.core.work.Crews.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.effort.TaskKind;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.shoot.Take;
import bivex.core.shot.Lean;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What was made from what, and what is stale since. */
class WorkFilesTest {
  private static final Instant T = MONDAY.atTime(9, 0).toInstant(ZoneOffset.UTC);
  private static final FrameRange CUT = new FrameRange(1009, 96);
  private static final Plan PLAN =
      MethodBook.derive(
          ShotSetting.usual(FrameRate.FILM), List.of(new MethodChoice("A1", Map.of(), "")));
  private static final String PLATE = PLAN.plates().get(0).key();
  private static final String MATTE = task(TaskKind.SPLIT_MATTE);
  private static final String COMP = task(TaskKind.COMPOSITE);
  private static final String GRADE = task(TaskKind.GRADE_MATCH);

  private final Map<String, Take.Call> calls = new HashMap<>(Map.of("t1", Take.Call.PICK));
  private final List<WorkFile> files = new ArrayList<>();
  private FrameRange cut = CUT;
  private Instant since;
  private int minutes;

  private static String task(TaskKind kind) {
    return PLAN.tasks().stream().filter(t -> t.kind() == kind).findFirst().orElseThrow().key();
  }

  private WorkFiles.OfShot shot(String id) {
    return new WorkFiles.OfShot(
        id,
        id,
        PLAN,
        cut,
        since,
        calls.entrySet().stream()
            .sorted(Map.Entry.comparingByKey())
            .map(
                c ->
                    new Take(
                        c.getKey(),
                        PLATE,
                        c.getKey().charAt(1) - '0',
                        T,
                        null,
                        c.getValue(),
                        0,
                        "setup"))
            .toList(),
        List.copyOf(files));
  }

  private WorkFiles all() {
    return new WorkFiles(List.of(shot("s")), List.of());
  }

  private WorkFile made(String task, WorkFile.Source... from) {
    WorkFile f =
        WorkFile.of(
            "f" + files.size(),
            task,
            PLAN.label(task),
            "/store/" + files.size() + ".exr",
            null,
            cut,
            8,
            List.of(from),
            "",
            "wren",
            T.plusSeconds(60L * ++minutes),
            shot("s").next(task));
    files.add(f);
    return f;
  }

  private WorkFile file(String id) {
    return files.stream().filter(f -> f.id().equals(id)).findFirst().orElseThrow();
  }

  private static WorkFile.Source take(String id) {
    return new WorkFile.Source(WorkFile.SourceKind.TAKE, id);
  }

  private static WorkFile.Source of(WorkFile f) {
    return new WorkFile.Source(WorkFile.SourceKind.FILE, f.id());
  }

  private void say(WorkFile f, WorkFile.WordKind kind, String words) {
    List<WorkFiles.Stale> now = all().staleOf("s", f);
    WorkFile.Word w =
        WorkFile.Word.of(kind, now.stream().map(WorkFiles.Stale::key).toList(), words, f, now);
    files.replaceAll(x -> x.id().equals(f.id()) ? x.with(List.of(w)) : x);
  }

  private List<String> stale(String task) {
    return all().stale("s", task).stream().map(WorkFiles.Stale::words).toList();
  }

  @Test
  void anotherTakeIsFeltAllTheWayToTheComposite() {
    WorkFile matte = made(MATTE, take("t1"));
    WorkFile comp = made(COMP, take("t1"), of(matte));
    WorkFile grade = made(GRADE, of(comp));
    assertThat(stale(MATTE)).isEmpty();
    assertThat(stale(GRADE)).isEmpty();
    calls.put("t1", Take.Call.NONE);
    calls.put("t2", Take.Call.PICK);
    assertThat(stale(MATTE))
        .containsExactly("take 2 is picked, not take 1 of “" + PLAN.label(PLATE) + "”");
    assertThat(stale(COMP)).hasSize(2).last().asString().contains("is stale: take 2 is picked");
    assertThat(stale(GRADE)).hasSize(1).first().asString().contains(PLAN.label(COMP));
    // Who has the task is told, and where nobody has it, who made the version.
    assertThat(all().tells("s", GRADE, null, "wren")).isTrue();
    assertThat(all().tells("s", GRADE, "piotr", "wren")).isFalse();
    assertThat(all().tells("s", GRADE, "piotr", "piotr")).isTrue();
    assertThat(all().tells("s", "a task nobody began", null, "wren")).isFalse();
    // The matte is made anew; what rests on the old one is told of the new one.
    WorkFile anew = made(MATTE, take("t2"));
    assertThat(anew.number()).isEqualTo(2);
    assertThat(stale(MATTE)).isEmpty();
    assertThat(stale(COMP))
        .last()
        .asString()
        .isEqualTo("there is version 2 of “" + PLAN.label(MATTE) + "”, it was made from version 1");
    WorkFile second = made(COMP, take("t2"), of(anew));
    assertThat(stale(COMP)).isEmpty();
    assertThat(stale(GRADE)).first().asString().startsWith("there is version 2");
    assertThat(grade.from()).containsExactly(of(comp));
    // A version is withdrawn: the one before it is worked with again, its number is not given
    // again.
    say(second, WorkFile.WordKind.WITHDRAWN, "the wrong sky");
    assertThat(shot("s").newest(COMP)).isEqualTo(comp);
    assertThat(made(COMP, take("t2"), of(anew)).number()).isEqualTo(3);
    assertThatThrownBy(() -> say(files.get(4), WorkFile.WordKind.GOOD, ""))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("withdrawn: the wrong sky");
  }

  @Test
  void whatStillServesIsNotToldAgainUntilSomethingElseChanges() {
    WorkFile matte = made(MATTE, take("t1"));
    made(COMP, of(matte));
    calls.put("t1", Take.Call.NONE);
    calls.put("t2", Take.Call.PICK);
    say(matte, WorkFile.WordKind.GOOD, "he stands in the same place");
    assertThat(stale(MATTE)).isEmpty();
    assertThat(stale(COMP)).isEmpty();
    calls.put("t2", Take.Call.NONE);
    calls.put("t3", Take.Call.PICK);
    assertThat(stale(MATTE)).hasSize(1);
    assertThatThrownBy(
            () ->
                WorkFile.Word.of(
                    WorkFile.WordKind.GOOD,
                    List.of("another"),
                    "",
                    matte,
                    all().staleOf("s", matte)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("look again");
    calls.put("t3", Take.Call.NONE);
    calls.put("t1", Take.Call.NO_GOOD);
    assertThat(stale(MATTE))
        .containsExactly("take 1 of “" + PLAN.label(PLATE) + "” was called no good");
  }

  /** A cut within the handles asks for nothing; a longer one does, and another speed does. */
  @Test
  void theCutCountsBeyondTheHandles() {
    made(COMP, take("t1"));
    cut = new FrameRange(CUT.first() - 8, CUT.frames() + 16);
    assertThat(stale(COMP)).isEmpty();
    cut = new FrameRange(CUT.first() - 8, CUT.frames() + 17);
    assertThat(stale(COMP))
        .containsExactly("the cut has frames 1001 to 1113, it was made for 1001 to 1112");
    cut = CUT;
    since = T.plusSeconds(30);
    assertThat(stale(COMP)).isEmpty();
    since = T.plusSeconds(3600);
    assertThat(stale(COMP)).first().asString().contains("another take or another speed");
  }

  @Test
  void whatIsUsedByWayOfAnotherIsNotTheUsualSource() {
    WorkFile matte = made(MATTE, take("t1"));
    assertThat(all().offered("s", COMP))
        .extracting(WorkFiles.Offered::source, WorkFiles.Offered::usual)
        .containsExactly(tuple(take("t1"), false), tuple(of(matte), true));
    WorkFile comp = made(COMP, of(matte));
    assertThat(all().offered("s", GRADE))
        .filteredOn(WorkFiles.Offered::usual)
        .extracting(WorkFiles.Offered::source)
        .containsExactly(of(comp));
    // What is taken over from another shot is offered, with whose it is.
    WorkFiles.OfShot other =
        new WorkFiles.OfShot("o", "XX-01-010", PLAN, CUT, null, List.of(), List.of());
    WorkFiles two =
        new WorkFiles(List.of(shot("s"), other), List.of(new Lean("o", "s", Lean.What.MATTE)));
    assertThat(two.offered("o", COMP))
        .extracting(WorkFiles.Offered::words, WorkFiles.Offered::path)
        .containsExactly(tuple("version 1 of “" + PLAN.label(MATTE) + "” of s", "/store/0.exr"));
  }

  @Test
  void whatIsSaidIsChecked() {
    assertThatThrownBy(() -> WorkFile.checksum("abc")).hasMessageContaining("64");
    assertThat(WorkFile.checksum(" " + "AB".repeat(32))).isEqualTo("ab".repeat(32));
    assertThatThrownBy(() -> all().mustBeThere("s", List.of(take("t9"))))
        .isInstanceOfSatisfying(InvalidInput.class, e -> assertThat(e.field()).isEqualTo("from"));
    WorkFile f = made(MATTE);
    assertThat(f.isOf(Role.ARTIST, "piotr")).isFalse();
    assertThat(f.isOf(Role.ARTIST, "wren")).isTrue();
    assertThat(f.isOf(Role.COORDINATOR, "piotr")).isTrue();
    assertThatThrownBy(() -> say(f, WorkFile.WordKind.WITHDRAWN, " "))
        .isInstanceOfSatisfying(InvalidInput.class, e -> assertThat(e.field()).isEqualTo("words"));
  }

  @Test
  void whereTheNextVersionIsExpectedFollowsThePattern() {
    WorkNames usual = new WorkNames(WorkNames.USUAL);
    String label = PLAN.label(COMP).toLowerCase(Locale.ROOT);
    assertThat(usual.path("TK", "3", "TK-03-010", PLAN, COMP, 2))
        .isEqualTo("TK/TK-03-010/" + label + "/v002/TK-03-010_" + label + "_v002");
    assertThat(
            new WorkNames("/jobs/{scene}/{code}_{task}_v{version}")
                .path("TK", "4.1 A", "../x", PLAN, MATTE, 12))
        .startsWith("/jobs/04-1-A/-x_")
        .endsWith("_v012");
    for (String wrong :
        List.of("{code}/{task}", "{code}{task}{version}/../x", "{code}{task}{version}/{who}", "")) {
      assertThatThrownBy(() -> new WorkNames(wrong))
          .as(wrong)
          .isInstanceOfSatisfying(
              InvalidInput.class, e -> assertThat(e.field()).isEqualTo("workNames"));
    }
    // No two tasks of any method of the book have one place.
    for (Method m : MethodBook.all()) {
      Plan plan =
          MethodBook.derive(
              ShotSetting.usual(FrameRate.FILM),
              Stream.of("A1", m.id())
                  .distinct()
                  .map(id -> new MethodChoice(id, Map.of(), ""))
                  .toList());
      assertThat(plan.tasks().stream().map(t -> usual.path("P", "1", "C", plan, t.key(), 1)))
          .as(m.id())
          .doesNotHaveDuplicates();
    }
  }

  /**
   * Random histories against the definition: stale is what was made from a take that is not picked,
   * from a version that is not the newest of its task, or from one that is stale.
   */
  @Test
  void staleIsWhatTheDefinitionSays() {
    Random random = new Random(20);
    int found = 0;
    for (int i = 0; i < 200; i++) {
      files.clear();
      calls.clear();
      for (int t = 1; t <= 3; t++) {
        calls.put("t" + t, Take.Call.PICK);
      }
      List<String> tasks = PLAN.tasks().stream().map(Plan.Task::key).toList();
      for (int n = 0; n < 12; n++) {
        List<WorkFile.Source> from = new ArrayList<>();
        if (random.nextBoolean()) {
          from.add(take("t" + (1 + random.nextInt(3))));
        }
        for (WorkFile f : files) {
          if (random.nextInt(4) == 0) {
            from.add(of(f));
          }
        }
        made(tasks.get(random.nextInt(tasks.size())), from.toArray(WorkFile.Source[]::new));
      }
      calls.put("t" + (1 + random.nextInt(3)), Take.Call.NONE);
      Map<String, Boolean> is = new HashMap<>();
      for (WorkFile f : files) {
        is.put(
            f.id(),
            f.from().stream()
                .anyMatch(
                    s ->
                        s.kind() == WorkFile.SourceKind.TAKE
                            ? calls.get(s.id()) != Take.Call.PICK
                            : is.get(s.id())
                                || files.stream()
                                    .anyMatch(
                                        g ->
                                            g.task().equals(file(s.id()).task())
                                                && g.number() > file(s.id()).number())));
      }
      WorkFiles all = all();
      for (WorkFile f : files) {
        assertThat(!all.staleOf("s", f).isEmpty()).as(f.toString()).isEqualTo(is.get(f.id()));
        found += is.get(f.id()) ? 1 : 0;
      }
    }
    assertThat(found).as("of 2400").isBetween(500, 2000);
  }
}
