package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.method.HouseMethod;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.MethodDefault;
import bivex.server.access.Member;
import bivex.server.keep.HouseMethodRow;
import bivex.server.keep.HouseMethodRows;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Methods a house has made for itself, for all its productions. */
@Component
public class HouseMethodDesk {
  /** Far more than anybody finds their way in. */
  private static final int MOST = 500;

  private static final String LETTERS = "abcdefghijkmnpqrstuvwxyz23456789";
  private static final SecureRandom RANDOM = new SecureRandom();
  private final HouseMethodRows rows;
  private final Shots shots;
  private final Journal journal;
  private final Clock clock;

  HouseMethodDesk(HouseMethodRows rows, Shots shots, Journal journal, Clock clock) {
    this.rows = rows;
    this.shots = shots;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param words that suggest it
   */
  public record NewHouseMethod(String name, String rightWhen, List<String> words) {}

  /**
   * A method of the house as it is carried from one house to another.
   *
   * @param schema where its form is published
   */
  public record HouseMethodFile(String schema, HouseMethod method) {}

  /**
   * Without the production it comes from, which is not everybody's business.
   *
   * @param words that suggest it
   * @param withdrawn whether it is not offered any more
   */
  public record HouseMethodView(
      MethodDesk.MethodView method,
      List<String> words,
      String madeBy,
      Instant madeAt,
      boolean withdrawn) {}

  private static HouseMethodView view(HouseMethodRow r) {
    return new HouseMethodView(
        MethodDesk.view(r.made), r.made.words(), r.madeBy, r.madeAt, r.withdrawnAt != null);
  }

  /** All, also those that are not offered any more, for shots have them. */
  @Transactional(readOnly = true)
  public List<HouseMethodView> all() {
    return rows.findAllByOrderByMadeAt().stream().map(HouseMethodDesk::view).toList();
  }

  /** Those that are offered. */
  List<HouseMethod> offered() {
    return rows.findByWithdrawnAtIsNullOrderByMadeAt().stream().map(r -> r.made).toList();
  }

  /** A method of the book or the house. */
  Method find(String id) {
    return rows.findById(id).map(r -> (Method) r.made).orElseGet(() -> MethodBook.find(id));
  }

  /**
   * Choices as somebody asks for them, with the methods of the house as they are; what a shot has
   * already stays what it was planned with, and what is new starts from the numbers that were found
   * good here.
   *
   * @param good of the production
   */
  List<MethodChoice> chosen(
      List<MethodChoice> asked, List<MethodChoice> had, List<MethodDefault> good) {
    if (asked == null) {
      return List.of();
    }
    Map<String, HouseMethod> known =
        rows.findByIdIn(asked.stream().map(MethodChoice::method).distinct().toList()).stream()
            .map(r -> r.made)
            .collect(Collectors.toMap(HouseMethod::id, Function.identity()));
    had.stream().filter(c -> c.house() != null).forEach(c -> known.put(c.method(), c.house()));
    return MethodChoice.numbered(
        asked.stream()
            .map(c -> c.of(known.get(c.method())))
            .map(c -> c.use() == 0 ? MethodDefault.on(c, good) : c)
            .toList());
  }

  /** Keeps the plan of a shot as a method. */
  @Transactional
  public HouseMethodView keep(UUID shot, Member me, NewHouseMethod in) {
    Shot s = shots.require(shot, me.productionId());
    return made(
        me,
        HouseMethod.of(
            free(),
            in.name(),
            in.rightWhen(),
            in.words(),
            me.production().setting(s),
            s.methods,
            s.ownItems,
            s.planChanges));
  }

  /**
   * Takes one in that was made elsewhere; the very same is here once.
   *
   * @throws InvalidInput naming what is wrong with it
   */
  @Transactional
  public HouseMethodView take(Member me, HouseMethodFile in) {
    if (in.method() == null) {
      throw new InvalidInput("method", "is missing");
    }
    HouseMethod method = in.method().checked();
    HouseMethodRow here = rows.findById(method.id()).orElse(null);
    if (here == null) {
      return made(me, method);
    }
    if (!here.made.equals(method)) {
      return made(me, method.as(free()));
    }
    here.withdrawnAt = null;
    return view(rows.saveAndFlush(here));
  }

  /** As it is carried to another house. */
  @Transactional(readOnly = true)
  public HouseMethodFile file(String id, String schema) {
    return new HouseMethodFile(schema, row(id).made);
  }

  /** No longer offered, or offered again; shots that have it keep it. */
  @Transactional
  public HouseMethodView withdraw(String id, Member me, boolean withdrawn) {
    HouseMethodRow r = row(id);
    r.withdrawnAt = withdrawn ? clock.instant() : null;
    rows.saveAndFlush(r);
    journal.record(
        me,
        withdrawn ? "withdrew" : "offered again",
        "method of the house",
        id,
        r.made.name(),
        Journal.Touches.NOTHING);
    return view(r);
  }

  private HouseMethodRow row(String id) {
    return rows.findById(id)
        .orElseThrow(() -> new NoSuchElementException("There is no such method of the house."));
  }

  private HouseMethodView made(Member me, HouseMethod method) {
    if (rows.count() >= MOST) {
      throw new InvalidInput("method", "cannot be kept: there are " + MOST + " already");
    }
    HouseMethodRow r = new HouseMethodRow();
    r.id = method.id();
    r.made = method;
    r.madeBy = me.name();
    r.madeById = me.personId();
    r.madeIn = me.production().title;
    r.madeAt = clock.instant();
    rows.saveAndFlush(r);
    journal.record(me, "kept", "method of the house", r.id, method.name(), Journal.Touches.NOTHING);
    return view(r);
  }

  private String free() {
    while (true) {
      StringBuilder id = new StringBuilder("H");
      for (int i = 0; i < 6; i++) {
        id.append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
      }
      if (!rows.existsById(id.toString())) {
        return id.toString();
      }
    }
  }
}
