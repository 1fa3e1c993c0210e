package bivex.server.keep;

import bivex.core.ItemKey;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.Take;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

public interface TakeEntries extends JpaRepository<TakeEntry, UUID> {
  /** A take with the last thing said of it; call is null when nothing was. */
  record Called(TakeEntry take, Take.Call call, String reason) {}

  String CALLED =
      "select new bivex.server.keep.TakeEntries$Called(t, c.call, c.reason) from TakeEntry t left"
          + " join TakeCall c on c.takeId = t.id and c.saidAt = (select max(x.saidAt) from TakeCall"
          + " x where x.takeId = t.id) ";

  /**
   * What the rules read of a take. Lists read thousands: no entity is made of them.
   *
   * @param call last thing said of it, null when nothing was
   */
  record Line(
      UUID id,
      UUID shotId,
      UUID setupId,
      String plate,
      int number,
      Instant madeAt,
      Instant loggedAt,
      CameraData camera,
      long frames,
      Take.Call call) {
    /**
     * As the core reads it.
     *
     * @param rate of the production, at which timecode counts
     */
    public Take take(FrameRate rate) {
      return new Take(
          id.toString(),
          plate,
          number,
          madeAt,
          camera,
          call == null ? Take.Call.NONE : call,
          rate.seconds(frames),
          setupId.toString());
    }
  }

  String LINES =
      "select new bivex.server.keep.TakeEntries$Line(t.id, t.shotId, t.setupId, t.plate, t.number,"
          + " t.madeAt, t.loggedAt, t.camera, t.frames, c.call) from TakeEntry t left join TakeCall"
          + " c on c.takeId = t.id and c.saidAt = (select max(x.saidAt) from TakeCall x where"
          + " x.takeId = t.id) where t.productionId = :production";

  /**
   * What finds a take again in a cut.
   *
   * @param call last thing said of it, null when nothing was
   */
  record OnRoll(
      UUID id,
      UUID shotId,
      String slate,
      String plate,
      int number,
      String roll,
      String tcIn,
      long frames,
      Take.Call call) {
    /** As it is called in lists. */
    public String named(Map<UUID, String> codes) {
      return TakeEntries.named(codes.getOrDefault(shotId, slate), plate, number);
    }

    public boolean picked() {
      return call == Take.Call.PICK;
    }
  }

  /** A take as it is called in lists. */
  static String named(String code, String plate, int number) {
    return code + " " + ItemKey.of(plate).name() + " take " + number;
  }

  @Query(
      "select new bivex.server.keep.TakeEntries$OnRoll(t.id, t.shotId, t.slate, t.plate, t.number,"
          + " t.roll, t.tcIn, t.frames, c.call) from TakeEntry t left join TakeCall c on c.takeId ="
          + " t.id and c.saidAt = (select max(x.saidAt) from TakeCall x where x.takeId = t.id)"
          + " where t.productionId = :production")
  List<OnRoll> rolls(UUID production);

  @Query(LINES)
  List<Line> lines(UUID production);

  @Query(LINES + " and t.shotId in :shots")
  List<Line> lines(UUID production, Collection<UUID> shots);

  @Query(CALLED + "where t.productionId = :production order by t.madeAt")
  List<Called> called(UUID production);

  List<TakeEntry> findByProductionIdAndShotId(UUID productionId, UUID shotId);

  @Query(CALLED + "where t.productionId = :production and t.setupId in :setups order by t.madeAt")
  List<Called> ofSetups(UUID production, Collection<UUID> setups);

  @Query(CALLED + "where t.id = :take and t.productionId = :production")
  Optional<Called> one(UUID production, UUID take);

  @Query(
      "select max(t.number) from TakeEntry t where t.setupId = :setup and t.shotId = :shot and"
          + " t.plate = :plate")
  Integer lastNumber(UUID setup, UUID shot, String plate);

  boolean existsBySetupIdAndShotIdAndPlateAndNumber(
      UUID setupId, UUID shotId, String plate, int number);

  @Query("select t from TouchEntry t where t.productionId = :production order by t.madeAt")
  List<TouchEntry> touches(UUID production);

  @Query("select t.setupId from TakeEntry t where t.id = :take and t.productionId = :production")
  Optional<UUID> setupOf(UUID take, UUID production);

  /**
   * Sets a take right. Its row is read without being watched for changes, since lists read
   * thousands; so it is written by a statement, and what it was is kept as a correction.
   */
  @Modifying(flushAutomatically = true, clearAutomatically = true)
  @Query(
      nativeQuery = true,
      value =
          "update take set shot_id = :shot, plate = :plate, number = :number, slate = :slate, roll"
              + " = :roll, tc_in = :tcIn, tc_out = :tcOut, frames = :frames, camera = :camera,"
              + " not_read = :notRead, parts = :parts, overruled = :overruled, note = :note where"
              + " id = :id")
  void correct(
      UUID id,
      UUID shot,
      String plate,
      int number,
      String slate,
      String roll,
      String tcIn,
      String tcOut,
      long frames,
      String camera,
      String notRead,
      String parts,
      String overruled,
      String note);

  /** Writes a take as it stands in the object, which is none that was read. */
  default void correct(TakeEntry t) {
    correct(
        t.id,
        t.shotId,
        t.plate,
        t.number,
        t.slate,
        t.roll,
        t.tcIn,
        t.tcOut,
        t.frames,
        new TakeEntry.Camera().convertToDatabaseColumn(t.camera),
        new JsonColumn.Words().convertToDatabaseColumn(t.notRead),
        new TakeEntry.Parts().convertToDatabaseColumn(t.parts),
        t.overruled,
        t.note);
  }
}
