package bivex.server.post;

import bivex.core.InvalidInput;
import bivex.core.work.Letter;
import bivex.server.access.Member;
import bivex.server.keep.LetterEntries;
import bivex.server.keep.LetterEntry;
import bivex.server.keep.LetterWish;
import bivex.server.keep.LetterWishes;
import bivex.server.keep.Transactions;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Component;

/** Which letters somebody wants, and those they were written. */
@Component
public class PostDesk {
  private static final int SHOWN = 20;

  private final LetterWishes wishes;
  private final LetterEntries letters;
  private final Post post;
  private final Transactions transactions;

  PostDesk(LetterWishes wishes, LetterEntries letters, Post post, Transactions transactions) {
    this.wishes = wishes;
    this.letters = letters;
    this.post = post;
    this.transactions = transactions;
  }

  /**
   * @param sentAt null while it waits
   * @param byStandIn whether it was only kept here
   * @param fault why it could not be sent the last time; empty for none
   */
  public record LetterView(
      UUID id,
      String address,
      String subject,
      String words,
      Instant writtenAt,
      Instant sentAt,
      boolean byStandIn,
      String fault) {}

  /**
   * @param address empty for none
   * @param morning from when on the morning sheet is sent, on days with hours; null for never
   * @param stops whether what stops work is told at once
   * @param standIn whether letters are only kept here, since no mail server is set
   * @param letters the newest first
   */
  public record PostView(
      String address,
      LocalTime morning,
      boolean stops,
      boolean standIn,
      List<LetterView> letters) {}

  /** Which letters somebody wants; without an address none. */
  public record NewPost(String address, LocalTime morning, Boolean stops) {}

  public PostView post(Member me) {
    return transactions.read(
        () -> {
          LetterWish w =
              wishes
                  .findByProductionIdAndPersonId(me.productionId(), me.personId())
                  .orElseGet(LetterWish::new);
          return new PostView(
              w.address == null ? "" : w.address,
              w.morning,
              w.stops,
              post.standIn(),
              letters
                  .findByProductionIdAndPersonIdOrderByWrittenAtDesc(
                      me.productionId(), me.personId(), PageRequest.of(0, SHOWN))
                  .stream()
                  .map(PostDesk::view)
                  .toList());
        });
  }

  private static LetterView view(LetterEntry l) {
    return new LetterView(
        l.id, l.address, l.subject, l.words, l.writtenAt, l.sentAt, l.byStandIn, l.fault);
  }

  public PostView say(Member me, NewPost in) {
    boolean none = in.address() == null || in.address().isBlank();
    if (none && (in.morning() != null || Boolean.TRUE.equals(in.stops()))) {
      throw new InvalidInput("address", "must be where the letters go");
    }
    String address = none ? null : Letter.address(in.address());
    transactions.write(
        () -> {
          LetterWish w =
              wishes.findByProductionIdAndPersonId(me.productionId(), me.personId()).orElse(null);
          if (none) {
            if (w != null) {
              wishes.delete(w);
            }
            return null;
          }
          if (w == null) {
            w = new LetterWish();
            w.id = UUID.randomUUID();
            w.productionId = me.productionId();
            w.personId = me.personId();
          }
          w.address = address;
          w.morning = in.morning();
          w.stops = Boolean.TRUE.equals(in.stops());
          return wishes.saveAndFlush(w);
        });
    return post(me);
  }
}
