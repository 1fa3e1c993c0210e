package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface PictureCodings extends JpaRepository<PictureCoding, UUID> {
  List<PictureCoding> findByProductionIdOrderBySaidAt(UUID production);
}
