package bivex.server.keep;

import bivex.core.delivery.PackageStand;
import bivex.core.optics.Raster;
import bivex.core.review.ClientStand;
import bivex.core.review.ClientWord;
import bivex.core.review.ClipFacts;
import bivex.core.review.FramePlace;
import bivex.core.review.NoteWord;
import bivex.core.review.OpenNotes;
import bivex.core.review.Showing;
import bivex.core.review.VersionFacts;
import bivex.core.shot.ShotFacts;
import bivex.core.time.FrameRate;
import bivex.server.http.Json;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
        g.sent, v.first_frame, v.placed, v.uploaded_by,
        v.uploaded_at,
        (select string_agg(concat_ws(' ', w.number, h.kind, coalesce(h.until::text, '-'),
            (extract(epoch from h.said_at) * 1000000)::bigint), ',')
          from version w
          join lateral (
            select * from showing where version_id = w.id order by said_at desc limit 1) h on true
          where w.shot_id = v.shot_id) as shown,
        c.number as said_number, c.kind, c.words, c.who, c.told, c.said_at,
        (select max(n.said_at) from review_note n
          join membership m on m.person_id = n.by_person and m.production_id = v.production_id
          where n.shot_id = v.shot_id and m.role = 'GUEST'
            and not exists (
              select 1 from note_word w where w.note_id = n.id and w.kind = 'WITHDRAWN')) as guest_note
      from (
        select distinct on (shot_id) * from version
        where production_id = :production and (:every or shot_id = any(:shots))
        order by shot_id, number desc) v
      left join lateral (
        select verdict, reason from verdict
        where version_id = v.id order by said_at desc limit 1) d on true
      left join lateral (
        select json_agg(json_build_object('spec', s.id, 'name', s.name, 'version', p.number,
            'handed', (extract(epoch from p.handed_at) * 1000000)::bigint, 'accepted', p.accepted,
            'words', p.words, 'said', (extract(epoch from p.received_at) * 1000000)::bigint)
          order by s.name, s.id)::text as sent
        from delivery_spec s
        left join lateral (
          select w.number, h.handed_at, a.accepted, a.words, a.received_at
          from package_item i
          join version w on w.id = i.version_id
          join package k on k.id = i.package_id
          left join lateral (
            select max(o.handed_at) as handed_at from handover o
            where o.package_id = k.id and jsonb_exists(o.files::jsonb -> 'value', i.file_name)) h on true
          left join lateral (
            select f.accepted, f.words, r.received_at from receipt_file f
            join receipt r on r.id = f.receipt_id
            where f.item_id = i.id order by r.received_at desc limit 1) a on true
          where i.shot_id = v.shot_id and k.spec_id = s.id
          order by k.number desc limit 1) p on true
        where s.production_id = v.production_id) g on true
      left join lateral (
        select w.number, s.kind, s.words, s.who, s.told, s.said_at from client_word s
        join version w on w.id = s.version_id
        where w.shot_id = v.shot_id order by s.said_at desc limit 1) c on true
      """;
  private static final VersionEntry.Clip CLIP = new VersionEntry.Clip();
  private final EntityManager entities;

  Versions(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * @param sent what became of the shot under each specification
   * @param shown how each version was shown last, by number
   * @param clientWord the last of the shot; null for none
   * @param guestNote when a guest gave a note last that was not withdrawn; null for never
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
      List<ShotFacts.Delivery> sent,
      FramePlace place,
      String uploadedBy,
      Instant uploadedAt,
      Map<Integer, Showing> shown,
      ClientWord clientWord,
      Instant guestNote) {
    /** How the shot stands with the client today. */
    public ClientStand client(Production p, Clock clock) {
      return ClientStand.of(
          p.clientNeeded,
          number,
          shown,
          clientWord,
          guestNote,
          LocalDate.now(clock),
          clock.getZone());
    }

    /** What became of the shot under a specification. */
    public ShotFacts.Delivery sent(UUID spec) {
      return sent.stream().filter(d -> d.spec().equals(spec.toString())).findFirst().orElseThrow();
    }

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
                    sent((String) t.get(11)),
                    new FramePlace(number(t, 12), (Boolean) t.get(13)),
                    (String) t.get(14),
                    (Instant) t.get(15),
                    shown((String) t.get(16)),
                    t.get(17) == null
                        ? null
                        : new ClientWord(
                            ClientWord.Kind.valueOf((String) t.get(18)),
                            number(t, 17),
                            (String) t.get(19),
                            (String) t.get(20),
                            (String) t.get(21),
                            (Instant) t.get(22)),
                    (Instant) t.get(23)))
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

  /**
   * @param version null where nothing was packed under it yet
   * @param handed microseconds since 1970, like when it was answered
   */
  private record Sent(
      String spec,
      String name,
      Integer version,
      Long handed,
      Boolean accepted,
      String words,
      Long said) {
    ShotFacts.Delivery delivery() {
      boolean stands =
          PackageStand.stands(
              moment(handed),
              accepted == null ? null : new PackageStand.Answer("", accepted, words, moment(said)));
      return new ShotFacts.Delivery(
          spec, name, version, handed != null, stands ? accepted : null, stands ? words : "");
    }

    private static Instant moment(Long micros) {
      return micros == null ? null : Instant.EPOCH.plus(micros, ChronoUnit.MICROS);
    }
  }

  /**
   * @param sent as JSON; null where there is no specification
   */
  private static List<ShotFacts.Delivery> sent(String sent) {
    return sent == null
        ? List.of()
        : Arrays.stream(Json.MAPPER.readValue(sent, Sent[].class)).map(Sent::delivery).toList();
  }

  /**
   * @param last number, kind, last day and moment of each, with commas between
   */
  private static Map<Integer, Showing> shown(String last) {
    Map<Integer, Showing> out = new HashMap<>();
    for (String one : last == null ? new String[0] : last.split(",")) {
      String[] parts = one.split(" ");
      out.put(
          Integer.valueOf(parts[0]),
          new Showing(
              Showing.Kind.valueOf(parts[1]),
              parts[2].equals("-") ? null : LocalDate.parse(parts[2]),
              Instant.EPOCH.plus(Long.parseLong(parts[3]), ChronoUnit.MICROS)));
    }
    return Map.copyOf(out);
  }

  private static int number(Tuple t, int i) {
    return ((Number) t.get(i)).intValue();
  }
}
