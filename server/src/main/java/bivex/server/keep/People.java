package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface People extends JpaRepository<Person, UUID> {
  Optional<Person> findByLogin(String login);

  List<Person> findByIdIn(List<UUID> ids);
}
