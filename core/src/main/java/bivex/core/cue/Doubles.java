package bivex.core.cue;

import bivex.core.method.Moment;
import bivex.core.script.Screenplay;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/** Finds one performer who is there twice, by the names of a script and by who speaks. */
final class Doubles {
  /** What everything that is found by names is learned by. */
  private static final String NAMES = "a name that is there twice";

  private static final String SEVERAL =
      "two|three|four|five|six|seven|eight|nine|ten|twelve|twenty|many";
  private static final Pattern PASSING =
      Pattern.compile(
          "\\b(?:throws?|tosses|hands (?:\\p{L}+"
              + " )?(?:the|an?|it|her|his|over)|passes|catches|gives?)\\b");
  private static final Pattern TOUCHING =
      Pattern.compile(
          "\\b(?:takes?|pulls?|across|out of|hand in"
              + " hand|embraces?|slaps?|touches|shakes?|kisses|lifts?|arm)\\b");
  private static final Pattern BODY_AND_IMAGE =
      Pattern.compile(
          "\\b(?:reflection|shadow|image|portrait)\\b.*\\b(?:takes|pulls|turns|smiles|"
              + "winks|stays|stops|walks|moves|holds?|holding|does"
              + " not|speaks|waves|looks away)\\b|\\bout of (?:her|his|their) own\\b|\\bgoes on"
              + " without (?:it|her|him)\\b");

  private static final Set<String> IMAGES =
      Set.of("reflection", "shadow", "image", "portrait", "own", "without", "same", "face");
  private static final Pattern THEM = Pattern.compile("\\b(?:her|him|them)\\b");
  private static final Pattern SAME =
      Pattern.compile("\\bwith the [^,]*'s face\\b|\\bthe same \\p{L}+, the same\\b");
  private static final Pattern BACK =
      Pattern.compile(
          "\\bthe (?:boy|girl|man|woman|one) beside (?:him|her|them) (?:\\p{L}+ )*back\\b");

  /** Who speaks, each with the patterns of another of that name, and of that name arriving. */
  private final Map<String, Pattern[]> names = new LinkedHashMap<>();

  /** First words of names of several: titles, and first names. */
  private final Set<String> titles = new HashSet<>();

  /** From a name to the shorter one of the same performer. */
  private final Map<String, String> again;

  /** Paragraphs after which somebody speaks who is there twice. */
  private final IdentityHashMap<Screenplay.Element, String> speaksNext = new IdentityHashMap<>();

  Doubles(Screenplay play) {
    Set<String> speakers = new LinkedHashSet<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.CHARACTER) {
        speakers.add(e.speaker());
      }
    }
    again = again(speakers);
    speakers.addAll(again.values());
    for (String n : speakers) {
      if (n.length() >= 3) {
        String q = Pattern.quote(n);
        names.put(
            n,
            new Pattern[] {
              Pattern.compile(
                  "\\b(?:another|the other|a second|a third) (?:\\p{L}+ )?"
                      + q
                      + "\\b"
                      + "|\\b(?:"
                      + SEVERAL
                      + ")(?: more)? (?:\\p{L}+ )?"
                      + q
                      + "s\\b"
                      + "|\\bone "
                      + q
                      + "\\b.*\\bother\\b"
                      + "|\\b(?:every one|all|each|both) (?:of them )?(?:is|are) "
                      + q
                      + "\\b"
                      // Of what is theirs nothing is said.
                      + "|\\b"
                      + q
                      + "\\b(?!')[^.]*\\b(?:with|at|beside|behind|to|from|opposite|meets|sees"
                      + "|watching|watches) "
                      + q
                      + "\\b(?!')"),
              Pattern.compile(
                  "\\b(?:sits|stands|lies|waits|is|was|it's) "
                      + q
                      + "(?:\\W*$|, (?:in the same|\\p{L}+ty\\b))")
            });
      }
      if (n.indexOf(' ') > 0) {
        titles.add(n.substring(0, n.indexOf(' ')));
      }
    }
    heard(play);
  }

  /** Whether a word is a title or a first name, which two people may share. */
  boolean title(String word) {
    return titles.contains(word);
  }

  /** Whether a word is a name as there are many of it. */
  boolean many(String word) {
    return word.endsWith("s")
        && names.containsKey(word.substring(0, word.length() - 1))
        && !names.containsKey(word);
  }

  /** First words in a scene of somebody who is another speaker of that scene once more. */
  private void heard(Screenplay play) {
    Map<Integer, Set<String>> in = new HashMap<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.CHARACTER) {
        in.computeIfAbsent(e.scene(), k -> new HashSet<>()).add(e.speaker());
      }
    }
    Screenplay.Element last = null;
    Set<Integer> told = new HashSet<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.HEADING) {
        last = null;
      } else if (e.kind() == Screenplay.Kind.ACTION) {
        last = e;
      } else if (e.kind() == Screenplay.Kind.CHARACTER && last != null) {
        String n = e.speaker();
        if (again.containsKey(n)
            && in.get(e.scene()).contains(again.get(n))
            && told.add(e.scene())) {
          speaksNext.put(last, "“" + n + "” speaks beside “" + again.get(n) + "”");
        }
      }
    }
  }

  /**
   * Names that are another name with a word before or a number after: the same performer again.
   * From the longer name to the shorter.
   */
  private static Map<String, String> again(Set<String> names) {
    Map<String, String> out = new LinkedHashMap<>();
    for (String n : names) {
      String numbered = n.replaceAll("[ #]+(?:\\d+|two|ii|b)$", "");
      String last = n.substring(n.lastIndexOf(' ') + 1);
      // NAME IN WHITE, NAME WITH A HAT beside NAME.
      String dressed = n.replaceAll(" (?:in|with|from|at|of) .*$", "");
      boolean qualified =
          n.matches(
              "(?:the"
                  + " )?(?:\\p{L}+'s|\\p{L}+'|younger|older|young|old|other|second|future|past|"
                  + "first|double|mirror|real|false|driving|dark|ghost|tired|wet|dry|sleeping)"
                  + " .*");
      if (!numbered.equals(n)) {
        out.put(n, numbered);
      } else if (!dressed.equals(n) && names.contains(dressed)) {
        out.put(n, dressed);
      } else if (names.contains(last) && !last.equals(n)
          || qualified && !last.equals(n) && last.length() > 2 && names.contains(last)) {
        out.put(n, last);
      }
    }
    return out;
  }

  /**
   * Adds what a sentence says of somebody who is there twice; at most one thing.
   *
   * @param has its words
   */
  void find(Sentence s, Set<String> has, List<Hit> hits) {
    String next = speaksNext.get(s.element());
    if (next != null && s.words().at() + s.text().length() >= s.element().text().length()) {
      hits.add(new Hit(Cue.Kind.DOUBLE, Moment.TWICE.method(), next, NAMES, 8, false));
    }
    String low = s.low();
    String before = s.before();
    for (Map.Entry<String, String> d : again.entrySet()) {
      int at = low.indexOf(d.getKey());
      if (at >= 0) {
        String rest = low.substring(0, at) + low.substring(at + d.getKey().length());
        boolean acts = PASSING.matcher(rest).find() || THEM.matcher(rest).find();
        if (named(rest, d.getValue())
            || at == 0 && acts && PASSING.matcher(low).find()
            || low.startsWith("a " + d.getKey())) {
          hits.add(
              new Hit(
                  Cue.Kind.DOUBLE,
                  between(low),
                  "“" + d.getKey() + "” and “" + d.getValue() + "” are one performer",
                  NAMES,
                  8,
                  false));
          return;
        }
      }
    }
    for (Map.Entry<String, Pattern[]> n : names.entrySet()) {
      if (low.contains(n.getKey())) {
        boolean arrives =
            n.getValue()[1].matcher(low).find()
                && (named(before, n.getKey()) || low.strip().startsWith("it "));
        if (arrives || n.getValue()[0].matcher(low).find()) {
          hits.add(
              new Hit(
                  Cue.Kind.DOUBLE,
                  between(low),
                  "“" + n.getKey() + "” is there twice",
                  NAMES,
                  8,
                  false));
          return;
        }
      }
    }
    if (IMAGES.stream().anyMatch(has::contains)
        && (BODY_AND_IMAGE.matcher(low).find() || SAME.matcher(low).find())) {
      hits.add(new Hit(Cue.Kind.DOUBLE, between(low), "somebody and an image of them part", 6));
    } else if (has.contains("beside") && BACK.matcher(low).find()) {
      hits.add(new Hit(Cue.Kind.DOUBLE, Moment.TWICE.method(), "one person in two places", 6));
    }
  }

  /** What passes between two of the same performer decides how they are made. */
  private static String between(String low) {
    return PASSING.matcher(low).find()
        ? Moment.PASSES_THE_OTHER.method()
        : TOUCHING.matcher(low).find() ? Moment.TOUCHES_THE_OTHER.method() : Moment.TWICE.method();
  }

  /** Whether a name stands in a text as a word of its own. */
  private static boolean named(String low, String name) {
    for (int at = low.indexOf(name); at >= 0; at = low.indexOf(name, at + 1)) {
      int end = at + name.length();
      if ((at == 0 || !Character.isLetterOrDigit(low.charAt(at - 1)))
          && (end == low.length() || !Character.isLetterOrDigit(low.charAt(end)))) {
        return true;
      }
    }
    return false;
  }
}
