package bivex.server.papers;

import bivex.core.money.Amount;
import bivex.core.money.Offer;
import bivex.core.money.Planned;
import bivex.server.keep.Production;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A bid or a change order as it is sent and signed: what is asked for each shot, on what it rests
 * and what is not in it. What it costs the house is not on it.
 */
public final class OfferPaper {
  private OfferPaper() {}

  record Row(String scene, String code, String what, String frames, String price) {}

  record View(
      String title,
      String name,
      String production,
      String on,
      String whatHead,
      boolean bid,
      List<Row> rows,
      String sum,
      List<String> assumes,
      List<String> excludes) {
    boolean hasExcludes() {
      return !excludes.isEmpty();
    }
  }

  public static byte[] of(Production p, String name, Offer.Kind kind, Offer o) throws IOException {
    boolean bid = kind == Offer.Kind.BID;
    String currency = o.costs().currency();
    List<Row> rows = new ArrayList<>();
    for (Offer.PricedShot l : o.lines()) {
      rows.add(
          new Row(
              l.scene(),
              l.code(),
              l.title().isEmpty() ? l.methods() : l.title() + " · " + l.methods(),
              Integer.toString(l.cutFrames()),
              Amount.exact(l.price(), currency)));
    }
    for (Offer.PlannedFor bought : o.planned()) {
      Planned x = bought.cost();
      rows.add(
          new Row(
              "",
              "",
              x.sort().words() + ": " + x.words(),
              "",
              Amount.exact(bought.price(), currency)));
    }
    for (Offer.ChangedShot c : o.changes()) {
      rows.add(
          new Row(
              "",
              c.code(),
              String.join("; ", c.reasons()),
              c.now() == null ? "" : Integer.toString(c.now().cutFrames()),
              Amount.exact(c.price(), currency)));
    }
    String head = name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
    return Papers.pdf(
        "offer",
        new View(
            p.title + ": " + name,
            head,
            p.title,
            o.on().toString(),
            bid ? "shot and way" : "what is otherwise than it was agreed",
            bid,
            rows,
            Amount.exact(o.sums().price(), currency),
            o.assumes(),
            o.excludes()),
        new Papers.Drawings());
  }
}
