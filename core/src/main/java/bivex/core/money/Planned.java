package bivex.core.money;

import bivex.core.InvalidInput;

/**
 * Something that is paid besides hours.
 *
 * @param amount of the production's currency, 0 or more
 */
public record Planned(Sort sort, String words, double amount) {
  private static final double MOST = 1e9;

  public enum Sort {
    KIT("kit and hire"),
    STOCK("stock"),
    TRAVEL("travel"),
    ELEMENT("elements"),
    SOFTWARE("software and machines"),
    OTHER("other");

    private final String words;

    Sort(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  public Planned {
    if (sort == null) {
      throw new InvalidInput("sort", "must say what sort of cost it is");
    }
    words = InvalidInput.title("words", words);
    InvalidInput.within("amount", amount, 0, MOST);
  }
}
