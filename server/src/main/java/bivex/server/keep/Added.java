package bivex.server.keep;

import jakarta.persistence.Column;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.PrePersist;
import jakarta.persistence.Transient;
import java.util.UUID;
import org.springframework.data.domain.Persistable;

/**
 * A row that is added and never changed, with whose it is: names are not one person's. Saving one
 * whose id is there already is an error, never a silent update.
 */
@MappedSuperclass
public abstract class Added implements Persistable<UUID> {
  @Id public UUID id;

  /**
   * Who added it: whoever it was added for, else who is signed in; null where nobody was, and for
   * rows older than this.
   */
  @Column(updatable = false)
  public UUID byPerson;

  @Transient private boolean kept;

  @Override
  public UUID getId() {
    return id;
  }

  @Override
  public boolean isNew() {
    return !kept;
  }

  /**
   * Whether somebody added it. What is older than ids has a name only.
   *
   * @param by name the row has
   */
  public boolean isOf(UUID person, String name, String by) {
    return byPerson == null ? name.equals(by) : byPerson.equals(person);
  }

  @PrePersist
  void sign() {
    byPerson = byPerson == null ? Signer.current() : byPerson;
  }

  @PostLoad
  @PostPersist
  void isKept() {
    kept = true;
  }
}
