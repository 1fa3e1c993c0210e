package bivex.core.review;

import java.util.Comparator;
import java.util.List;
import java.util.Set;

/**
 * How a note of the review stands, by what was said of it. An answer closes nothing: who gave it is
 * satisfied, or it is open again.
 *
 * @param answeredIn number of the version it was answered in last; null for none
 * @param rounds how often it was answered after it was open; a word more on an answer is none
 */
public record NoteStand(State state, Integer answeredIn, int rounds) {
  /** Of a note of which nothing was said. */
  public static final NoteStand FRESH = new NoteStand(State.OPEN, null, 0);

  /** From how many rounds on it is told that the same is gone over again and again. */
  private static final int MANY = 3;

  public enum State {
    OPEN("open"),
    DOING("being done"),
    ANSWERED("answered, not confirmed"),
    CONFIRMED("confirmed"),
    WITHDRAWN("withdrawn");

    private final String words;

    State(String words) {
      this.words = words;
    }

    /**
     * @param last what was said last; null for nothing
     */
    static State after(NoteWord.Kind last) {
      return last == null
          ? OPEN
          : switch (last) {
            case TAKEN -> DOING;
            case ANSWERED -> ANSWERED;
            case CONFIRMED -> CONFIRMED;
            case AGAIN -> OPEN;
            case WITHDRAWN -> WITHDRAWN;
          };
    }

    /** Whether work is owed. */
    boolean open() {
      return this == OPEN || this == DOING;
    }
  }

  /**
   * @param said of one note
   */
  public static NoteStand of(List<NoteWord> said) {
    NoteStand out = FRESH;
    for (NoteWord w : said.stream().sorted(Comparator.comparing(NoteWord::at)).toList()) {
      boolean answer = w.kind() == NoteWord.Kind.ANSWERED;
      out =
          new NoteStand(
              State.after(w.kind()),
              answer ? w.version() : out.answeredIn,
              answer && out.open() ? out.rounds + 1 : out.rounds);
    }
    return out;
  }

  /** Whether somebody has to do something about it: answer it, or say that it is answered. */
  public boolean carried() {
    return open() || state == State.ANSWERED;
  }

  /** Whether work is owed, not a word of who gave it. */
  public boolean open() {
    return state.open();
  }

  public String words() {
    return state.words;
  }

  /** Whether the same was answered often, and should be talked about before it is done again. */
  public boolean again() {
    return carried() && rounds >= MANY - (state == State.ANSWERED ? 0 : 1);
  }

  /** Whether who gave it has to say whether it is met. */
  public boolean answered() {
    return state == State.ANSWERED;
  }

  /**
   * Why who gave it cannot say whether it is met, and what to do; empty where they can.
   *
   * @param guest whether a guest gave it
   * @param shown numbers of the versions guests see
   */
  public String unseen(boolean guest, Set<Integer> shown) {
    return guest && state == State.ANSWERED && !shown.contains(answeredIn)
        ? "A guest gave it, and version " + answeredIn + " is not shown to guests."
        : "";
  }

  /** What may be said of it. */
  public List<NoteWord.Kind> next() {
    return switch (state) {
      case OPEN -> List.of(NoteWord.Kind.TAKEN, NoteWord.Kind.ANSWERED, NoteWord.Kind.WITHDRAWN);
      case DOING -> List.of(NoteWord.Kind.ANSWERED, NoteWord.Kind.WITHDRAWN);
      case ANSWERED ->
          List.of(NoteWord.Kind.CONFIRMED, NoteWord.Kind.AGAIN, NoteWord.Kind.ANSWERED);
      case CONFIRMED, WITHDRAWN -> List.of(NoteWord.Kind.AGAIN);
    };
  }
}
