package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface PictureCodings extends JpaRepository<PictureCoding, UUID> {
  Optional<PictureCoding> findFirstByPictureIdAndProductionIdOrderBySaidAtDesc(
      UUID picture, UUID production);

  List<PictureCoding> findByProductionIdOrderBySaidAt(UUID production);
}
