package bivex.server.keep;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

public interface Marks extends OfProduction<Mark> {
  @Override
  default String noun() {
    return "mark";
  }

  String LATEST = "(select max(x.number) from Draft x where x.productionId = :production)";

  /** A mark with the draft it is in. */
  record InDraft(Mark mark, int draft, String draftName, Instant importedAt) {}

  /** A shot where it first stands in the newest draft. */
  record Place(UUID shot, String code, String scene, boolean omitted, Integer start) {}

  record Count(UUID draft, Mark.Standing standing, long marks) {}

  /**
   * Marks of the newest draft, and those of earlier ones whose words were changed; by draft and
   * number.
   */
  @Query(
      "select new bivex.server.keep.Marks$InDraft(m, d.number, d.name, d.importedAt) from Mark m"
          + " join Draft d on d.id = m.draftId where m.productionId = :production and (:all ="
          + " true or m.shotId in :shots) and (d.number = "
          + LATEST
          + " or m.before <> '') order by d.number, m.number")
  List<InDraft> standing(UUID production, boolean all, Collection<UUID> shots);

  /** Shots in the order of the newest draft; those without a place last. */
  @Query(
      "select new bivex.server.keep.Marks$Place(s.id, s.code, s.scene, s.omitted, min(m.markStart))"
          + " from Shot s join Mark m on m.shotId = s.id join Draft d on d.id = m.draftId where"
          + " s.productionId = :production and d.number = "
          + LATEST
          + " group by s.id, s.code, s.scene, s.omitted order by min(m.markStart) nulls last,"
          + " s.code")
  List<Place> places(UUID production);

  /** How many marks of shots in the picture stand in which way in each draft. */
  @Query(
      "select new bivex.server.keep.Marks$Count(m.draftId, m.standing, count(m)) from Mark m join"
          + " Shot s on s.id = m.shotId where m.productionId = :production and s.omitted = false"
          + " group by m.draftId, m.standing")
  List<Count> counts(UUID production);

  @Query(
      "select m from Mark m where m.productionId = :production and m.draftId = :draft order by"
          + " m.markStart nulls last, m.number")
  List<Mark> of(UUID production, UUID draft);

  /** Marks of shots in the picture that are on exactly these words. */
  @Query(
      "select m from Mark m join Shot s on s.id = m.shotId where m.productionId = :production and"
          + " m.draftId = :draft and m.markStart = :start and m.markEnd = :end and s.omitted ="
          + " false order by m.setAt")
  List<Mark> onVeryWords(UUID production, UUID draft, int start, int end);

  /** Where a mark was last sure, before a draft. */
  @Query(
      "select m from Mark m join Draft d on d.id = m.draftId where m.shotId = :shot and m.number ="
          + " :number and d.number < :draft and m.standing not in ('ASKED', 'GONE', 'LOST') order"
          + " by d.number desc limit 1")
  Optional<Mark> lastSure(UUID shot, int number, int draft);

  /** What is marked of a shot in the newest draft, by number. */
  @Query(
      "select m.excerpt from Mark m join Draft d on d.id = m.draftId where m.productionId ="
          + " :production and m.shotId = :shot and d.number = "
          + LATEST
          + " order by m.number")
  List<String> words(UUID production, UUID shot);

  List<Mark> findByShotIdAndDraftIdOrderByNumber(UUID shotId, UUID draftId);

  @Query("select coalesce(max(m.number), 0) from Mark m where m.shotId = :shot")
  int lastNumber(UUID shot);

  void deleteByDraftId(UUID draftId);

  void deleteByShotIdAndNumber(UUID shotId, int number);
}
