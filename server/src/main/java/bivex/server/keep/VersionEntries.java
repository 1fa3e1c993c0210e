package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

public interface VersionEntries extends OfProduction<VersionEntry> {
  @Override
  default String noun() {
    return "version";
  }

  List<VersionEntry> findByShotIdOrderByNumberDesc(UUID shotId);

  List<VersionEntry> findByShotIdIn(Collection<UUID> shotIds);

  /** Moving versions whose frames were neither watched nor given up, the newest first. */
  @Query(
      "select v.id from VersionEntry v where v.rate is not null and not exists (select c.id from"
          + " VersionCheck c where c.id = v.id) order by v.uploadedAt desc")
  List<UUID> unwatched();

  /** Moving versions of which less was read than is today, the newest first. */
  @Query(
      value =
          "select id from version where rate is not null and (clip is null or"
              + " coalesce((clip::jsonb ->> 'v')::int, 0) < :shape) order by uploaded_at desc",
      nativeQuery = true)
  List<UUID> readBefore(int shape);

  /** Keeps what was read of a file again. */
  @Modifying
  @Query(value = "update version set clip = :clip where id = :id", nativeQuery = true)
  int read(UUID id, String clip);

  /** The newest version of each other shot of a scene that is in the picture and has one. */
  @Query(
      "select v from VersionEntry v, Shot s where v.shotId = s.id and s.productionId = :production"
          + " and s.scene = :scene and s.omitted = false and s.id <> :but and v.number = (select"
          + " max(w.number) from VersionEntry w where w.shotId = s.id) order by s.code")
  List<VersionEntry> newestOfScene(UUID production, String scene, UUID but);
}
