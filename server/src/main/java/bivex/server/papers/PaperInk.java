package bivex.server.papers;

import java.awt.Color;

/** Colours of what is drawn on paper; the words' are in the style sheet. */
final class PaperInk {
  static final Color INK = new Color(0x19, 0x15, 0x12);
  static final Color LINE = new Color(0xcd, 0xc2, 0xa8);
  static final Color PENCIL = new Color(0xb4, 0x3a, 0x15);
  static final String SAFETY =
      "Local code and the production's own risk assessment decide. This page claims nothing to be"
          + " safe.";

  private PaperInk() {}
}
