package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;

public interface GuestCopies extends OfProduction<GuestCopy> {
  @Override
  default String noun() {
    return "copy";
  }

  List<GuestCopy> findByVersionIdIn(Collection<UUID> versions);
}
