package bivex.server.element;

import bivex.core.element.ElementMargin;
import bivex.core.element.ElementSource;
import bivex.core.method.Plan;
import bivex.core.shot.Evidence;
import bivex.core.shot.OwedItem;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Pages;
import bivex.server.keep.EvidenceEntry;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** All elements of a production: what is laid over and comes from somewhere else. */
@Component
public class ElementDesk {
  private final ShotBook book;

  private static ElementView view(ShotBook.Page p, Plan.Element e) {
    OwedItem item =
        p.ledger().items().stream().filter(i -> i.key().equals(e.key())).findFirst().orElseThrow();
    Evidence.FoundElement found =
        p.evidence().stream()
            .filter(x -> x.item.equals(e.key()))
            .max(Comparator.comparing((EvidenceEntry x) -> x.saidAt))
            .map(x -> x.evidence().element())
            .orElse(null);
    return new ElementView(
        p.shot().id,
        p.shot().code,
        p.shot().title,
        e.key(),
        e.label(),
        found == null ? e.source() : found.source(),
        e.how(),
        e.blend(),
        e.minWidthPx(),
        found == null ? null : found.widthPx(),
        found == null
            ? null
            : ElementMargin.of(found.widthPx(), Math.max(1, e.minWidthPx())).margin(),
        found == null ? "" : found.licence(),
        item.state(),
        item.reason());
  }

  ElementDesk(ShotBook book) {
    this.book = book;
  }

  /**
   * One element of one shot.
   *
   * @param source where it came from, or where it best comes from while it is owed
   * @param widthPx of what was found; null while it is owed
   * @param margin found over wanted width; null while it is owed
   */
  public record ElementView(
      UUID shot,
      String code,
      String title,
      String key,
      String label,
      ElementSource source,
      String how,
      String blend,
      int minWidthPx,
      Integer widthPx,
      Double margin,
      String licence,
      OwedItem.State state,
      String reason) {}

  public record ElementPage(List<ElementView> lines, int total, int owed, int page, boolean more) {}

  @Transactional(readOnly = true)
  public ElementPage list(Member me, int page, int size) {
    List<ElementView> all =
        book.all(me).stream()
            .filter(p -> !p.shot().omitted)
            .flatMap(p -> p.plan().elements().stream().map(e -> view(p, e)))
            .toList();
    Pages.Slice<ElementView> slice = Pages.of(all, page, size);
    return new ElementPage(
        slice.lines(),
        slice.total(),
        (int)
            all.stream()
                .filter(
                    e -> e.state() == OwedItem.State.OWED || e.state() == OwedItem.State.IN_DOUBT)
                .count(),
        slice.page(),
        slice.more());
  }
}
