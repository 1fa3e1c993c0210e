package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

public interface Memberships extends JpaRepository<Membership, UUID> {
  @Query(
      "select m from Membership m join fetch m.production join fetch m.person where m.production.id"
          + " = :production and m.person.id = :person")
  Optional<Membership> find(UUID production, UUID person);

  /** That somebody looked; nothing of their membership changes by it. */
  @Modifying
  @Query(
      "update Membership m set m.seenStamp = :stamp where m.production.id = :production and"
          + " m.person.id = :person and (m.seenStamp is null or m.seenStamp < :stamp)")
  int saw(UUID production, UUID person, long stamp);

  /** What these people are in other productions that are worked on. */
  @Query(
      "select m from Membership m join fetch m.person join fetch m.production p where m.person.id"
          + " in :people and p.id <> :production and p.archivedAt is null and m.role <> 'GUEST'")
  List<Membership> elsewhere(UUID production, List<UUID> people);

  @Query("select m from Membership m join fetch m.person join fetch m.production")
  List<Membership> everybody();

  @Query(
      "select m from Membership m join fetch m.person join fetch m.production where m.person.id ="
          + " :person order by m.production.title")
  List<Membership> ofPerson(UUID person);

  @Query(
      "select m from Membership m join fetch m.person join fetch m.production where m.production.id"
          + " = :production order by m.role, m.person.name")
  List<Membership> ofProduction(UUID production);
}
