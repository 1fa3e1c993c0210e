package bivex.server.keep;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

public interface HouseMethodRows extends JpaRepository<HouseMethodRow, String> {
  List<HouseMethodRow> findByIdIn(List<String> ids);

  List<HouseMethodRow> findByWithdrawnAtIsNullOrderByMadeAt();

  List<HouseMethodRow> findAllByOrderByMadeAt();
}
