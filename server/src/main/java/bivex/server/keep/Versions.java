package bivex.server.keep;

import bivex.core.optics.Raster;
import bivex.core.review.ClipFacts;
import bivex.core.review.FramePlace;
import bivex.core.review.NoteWord;
import bivex.core.review.OpenNotes;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRate;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Where the latest version of each shot stands. */
@Component
public class Versions {
  private static final String STANDINGS =
      """
      select v.shot_id, v.id, v.number, v.width, v.height, v.rate, v.frames, v.clip, d.verdict, d.reason,
        (select string_agg(coalesce(
            (select w.kind from note_word w where w.note_id = n.id
              order by w.said_at desc limit 1), ''), ',')
          from review_note n where n.shot_id = v.shot_id and not n.wish) as notes,
        g.number as sent_number, g.accepted, g.words, v.first_frame, v.placed, v.uploaded_by,
        v.uploaded_at
      from (
        select distinct on (shot_id) * from version
        where production_id = :production and (:every or shot_id = any(:shots))
        order by shot_id, number desc) v
      left join lateral (
        select verdict, reason from verdict
        where version_id = v.id order by said_at desc limit 1) d on true
      left join lateral (
        select w.number, r.accepted, r.words from package_item i
        join version w on w.id = i.version_id
        join package k on k.id = i.package_id
        left join receipt r on r.package_id = k.id
        where i.shot_id = v.shot_id
        order by k.number desc, r.received_at desc nulls last limit 1) g on true
      """;
  private static final VersionEntry.Clip CLIP = new VersionEntry.Clip();
  private final EntityManager entities;

  Versions(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * @param deliveredNumber version in the last package, null if none
   * @param accepted null while not sent
   */
  public record Standing(
      UUID shotId,
      UUID versionId,
      int number,
      int width,
      int height,
      String rate,
      int frames,
      ClipFacts clip,
      String verdict,
      String verdictReason,
      OpenNotes notes,
      Integer deliveredNumber,
      Boolean accepted,
      String receipt,
      FramePlace place,
      String uploadedBy,
      Instant uploadedAt) {
    /** Numbers of its frames, as they stand for a shot now. */
    public FramePlace place(Shot s) {
      return place.at(uploadedAt, s.framesSince);
    }

    /** What was read from its file. */
    public VersionFacts facts() {
      return new VersionFacts(
          new Raster(width, height), rate == null ? null : FrameRate.parse(rate), frames, clip);
    }
  }

  /** All of a production. */
  public List<Standing> standings(UUID production) {
    return standings(production, true, List.of());
  }

  /** One statement for a production, or for some shots of it. */
  public List<Standing> standings(UUID production, boolean all, Collection<UUID> shots) {
    @SuppressWarnings("unchecked")
    List<Tuple> rows =
        entities
            .createNativeQuery(STANDINGS, Tuple.class)
            .setParameter("production", production)
            .setParameter("every", all)
            .setParameter("shots", shots.toArray(UUID[]::new))
            .getResultList();
    return rows.stream()
        .map(
            t ->
                new Standing(
                    (UUID) t.get(0),
                    (UUID) t.get(1),
                    number(t, 2),
                    number(t, 3),
                    number(t, 4),
                    (String) t.get(5),
                    number(t, 6),
                    CLIP.convertToEntityAttribute((String) t.get(7)),
                    (String) t.get(8),
                    (String) t.get(9),
                    notes((String) t.get(10)),
                    t.get(11) == null ? null : number(t, 11),
                    (Boolean) t.get(12),
                    (String) t.get(13),
                    new FramePlace(number(t, 14), (Boolean) t.get(15)),
                    (String) t.get(16),
                    (Instant) t.get(17)))
        .toList();
  }

  /**
   * @param last what was said last of each, with commas between
   */
  private static OpenNotes notes(String last) {
    return last == null
        ? OpenNotes.NONE
        : OpenNotes.of(
            Arrays.stream(last.split(",", -1))
                .map(k -> k.isEmpty() ? null : NoteWord.Kind.valueOf(k))
                .toList());
  }

  private static int number(Tuple t, int i) {
    return ((Number) t.get(i)).intValue();
  }
}
