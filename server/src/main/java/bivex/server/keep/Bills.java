package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface Bills extends JpaRepository<Bill, UUID> {
  Page<Bill> findByProductionIdOrderByDayDescSaidAtDesc(UUID productionId, Pageable page);

  /** What was billed, by what it is for. */
  @Query(
      "select b.plannedId as planned, b.shotId as shot, sum(b.amount) as amount from Bill b"
          + " where b.productionId = :production group by b.plannedId, b.shotId")
  List<Billed> sums(UUID production);

  /** A sum of bills. */
  interface Billed {
    UUID getPlanned();

    UUID getShot();

    double getAmount();
  }
}
