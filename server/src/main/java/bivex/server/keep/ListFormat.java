package bivex.server.keep;

/** How a production's lists are written for spreadsheets. */
public enum ListFormat {
  /** Parted by commas, with decimal points. */
  COMMA(','),
  /** Parted by semicolons, with decimal commas, as spreadsheets of much of Europe read them. */
  SEMICOLON(';'),
  /** Parted by tabs, with decimal points. */
  TAB('\t');

  private final char separator;

  ListFormat(char separator) {
    this.separator = separator;
  }

  public char separator() {
    return separator;
  }
}
