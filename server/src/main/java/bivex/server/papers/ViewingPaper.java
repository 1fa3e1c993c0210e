package bivex.server.papers;

import bivex.core.tally.ViewingSheet;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/** What a viewing came to, with the frames its notes are on and what was drawn on them. */
public final class ViewingPaper {
  private ViewingPaper() {}

  record NoteView(String on, String words, String by, String stands, String picture, String of) {
    boolean hasPicture() {
      return !picture.isEmpty();
    }
  }

  record WatchedView(String head, String verdict, boolean missed, List<NoteView> notes) {}

  record View(
      String title,
      String production,
      String printed,
      String foot,
      String reached,
      String there,
      List<WatchedView> watched) {
    boolean hasThere() {
      return !there.isEmpty();
    }
  }

  /**
   * @param picture under a note, as a data address; empty for none
   * @param words what it shows, or why there is none; may be empty
   */
  public record Shown(String picture, String words) {
    public static final Shown NONE = new Shown("", "");
  }

  /**
   * @param pictures of the notes of each version, in their order
   */
  public static byte[] of(
      String production, ViewingSheet sheet, List<List<Shown>> pictures, LocalDate today)
      throws IOException {
    List<WatchedView> watched = new ArrayList<>();
    for (int i = 0; i < sheet.watched().size(); i++) {
      ViewingSheet.Watched w = sheet.watched().get(i);
      List<NoteView> notes = new ArrayList<>();
      for (int n = 0; n < w.notes().size(); n++) {
        ViewingSheet.Note x = w.notes().get(n);
        Shown s = pictures.get(i).get(n);
        notes.add(new NoteView(x.place(), x.words(), x.given(), x.stands(), s.picture, s.words));
      }
      watched.add(new WatchedView(w.head(), w.came(), !w.seen(), notes));
    }
    return Papers.pdf(
        "viewing",
        new View(
            sheet.table().title(),
            production,
            today.toString(),
            "",
            sheet.reached(),
            String.join(", ", sheet.there()),
            watched),
        new Papers.Drawings());
  }
}
