package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface TakeCorrections extends JpaRepository<TakeCorrection, UUID> {
  List<TakeCorrection> findByTakeIdOrderBySaidAt(UUID take);

  @Query(
      "select c from TakeCorrection c join TakeEntry t on t.id = c.takeId where t.setupId in"
          + " :setups order by c.saidAt")
  List<TakeCorrection> ofSetups(Collection<UUID> setups);
}
