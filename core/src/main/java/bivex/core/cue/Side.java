package bivex.core.cue;

import bivex.core.method.Moment;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Something that a thing is said to be or not to be, and the verbs that change it. */
enum Side {
  WHOLE(
      "whole mended unbroken intact untouched undamaged",
      "broken smashed shattered torn cracked split",
      "mend repair fix glue patch replace sew rebuild",
      "break shatter crack split burst tear smash snap collapse explode",
      Cue.Kind.VANISH,
      Moment.GONE),
  OPEN(
      "open ajar",
      "shut closed locked bolted",
      "open unlock unbolt",
      "shut close lock slam bolt",
      Cue.Kind.VANISH,
      Moment.GONE),
  LIT(
      "lit alight burning on",
      "out dark unlit off",
      "light burn+on come+on go+on switch+on turn+on flicker strike",
      "go+out blow+out switch+off turn+off put+out snuff die douse go+dark go+off",
      Cue.Kind.LIGHT,
      Moment.GLOW),
  WET(
      "wet soaked dripping drenched sodden",
      "dry",
      "wet soak wade swim dive rain pour splash spill wash sweat fall",
      "dry towel wring",
      Cue.Kind.VANISH,
      Moment.GONE),
  FULL(
      "full",
      "empty drained",
      "fill refill pour top load arrive come gather",
      "empty drain drink finish eat swallow tip pour leave go spill take",
      Cue.Kind.VANISH,
      Moment.GONE),
  HIGH(
      "high",
      "low",
      "rise climb lift raise",
      "fall sink drop lower ebb",
      Cue.Kind.WORLD,
      Moment.ELSEWHERE),
  ALIVE("alive breathing", "dead", "breathe wake live", "die kill", Cue.Kind.DOUBLE, Moment.TWICE),
  /** In a hand, or put away. */
  HELD(
      "",
      "",
      "take pick lift grab catch reach fetch seize snatch hold",
      "put set lay place drop throw give hand toss leave lower",
      Cue.Kind.VANISH,
      Moment.GONE);

  /**
   * What a verb does.
   *
   * @param with the word it needs soon after it; empty for none
   */
  private record Change(Side side, boolean makes, String with) {}

  /**
   * What a word says.
   *
   * @param is whether the thing is so, or its opposite
   */
  record Claim(Side side, boolean is) {}

  private static final Map<String, List<Change>> CHANGES = new HashMap<>();
  private static final Map<String, List<Claim>> CLAIMS = new HashMap<>();

  static {
    for (Side s : values()) {
      s.words(s.yes, true);
      s.words(s.no, false);
      s.verbs(s.make, true);
      s.verbs(s.unmake, false);
    }
  }

  private final String yes;
  private final String no;
  private final String make;
  private final String unmake;
  final Cue.Kind kind;
  final Moment moment;

  Side(String yes, String no, String make, String unmake, Cue.Kind kind, Moment moment) {
    this.yes = yes;
    this.no = no;
    this.make = make;
    this.unmake = unmake;
    this.kind = kind;
    this.moment = moment;
  }

  private void words(String list, boolean is) {
    for (String w : list.isEmpty() ? new String[0] : list.split(" ")) {
      CLAIMS.computeIfAbsent(w, k -> new ArrayList<>()).add(new Claim(this, is));
    }
  }

  private void verbs(String list, boolean makes) {
    for (String v : list.split(" ")) {
      String[] part = v.split("\\+");
      for (String form : forms(part[0])) {
        CHANGES
            .computeIfAbsent(form, k -> new ArrayList<>())
            .add(new Change(this, makes, part.length > 1 ? part[1] : ""));
      }
    }
  }

  /** What a word says of a thing that is said to be it. */
  static List<Claim> claims(String word) {
    return CLAIMS.getOrDefault(word, List.of());
  }

  /**
   * Adds what is told to be changed; the second part of a verb may stand four words on.
   *
   * @param made sides that come to be
   * @param unmade sides that end
   */
  static void changes(List<String> words, EnumSet<Side> made, EnumSet<Side> unmade) {
    for (int i = 0; i < words.size(); i++) {
      for (Change c : CHANGES.getOrDefault(words.get(i), List.of())) {
        if (c.with().isEmpty()
            || words.subList(i + 1, Math.min(words.size(), i + 5)).contains(c.with())) {
          (c.makes() ? made : unmade).add(c.side());
        }
      }
    }
  }

  /** Verbs with the endings they take in a script. */
  static Set<String> forms(String verbs) {
    Set<String> out = new HashSet<>();
    for (String v : verbs.split(" ")) {
      out.addAll(CueFinder.forms(v));
    }
    return out;
  }
}
