package bivex.server.production;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.GUEST;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.EvenArchived;
import bivex.server.access.Member;
import bivex.server.access.Passwords;
import bivex.server.http.Problems;
import bivex.server.keep.Person;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The production's own numbers and its people. */
@RestController
@RequestMapping("/api/productions/{production}")
public class ProductionResource {
  private final ProductionDesk productionDesk;

  private final Passwords passwords;

  private final ProductionLife life;

  ProductionResource(ProductionDesk productionDesk, Passwords passwords, ProductionLife life) {
    this.life = life;
    this.productionDesk = productionDesk;
    this.passwords = passwords;
  }

  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public ResponseEntity<ProductionDesk.ProductionView> production(Member me) {
    ProductionDesk.ProductionView found = productionDesk.production(me);
    return Problems.tagged(found.version(), found);
  }

  /** Changes the numbers; every plan follows from them. */
  @PutMapping
  @Allowed({PRODUCER})
  public ResponseEntity<ProductionDesk.ProductionView> change(
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody ProductionDesk.Settings in) {
    ProductionDesk.ProductionView found = productionDesk.change(me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  /** Puts the production away: it is read, and nothing in it is changed. */
  @PostMapping("/archive")
  @Allowed({PRODUCER})
  @EvenArchived
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void archive(Member me) {
    life.archive(me, true);
  }

  /** Takes it up again. */
  @PostMapping("/reopen")
  @Allowed({PRODUCER})
  @EvenArchived
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void reopen(Member me) {
    life.archive(me, false);
  }

  /** The title, typed by hand. */
  public record Deletion(String title) {}

  /** Deletes it when it is put away, once a backup of the house has been made. */
  @PostMapping("/deletion")
  @Allowed({PRODUCER})
  @EvenArchived
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void delete(Member me, @RequestBody Deletion in) {
    life.delete(me, in.title());
  }

  /**
   * Adds somebody to the production, making them a sign-in if they have none. An existing sign-in
   * keeps its password.
   */
  @PostMapping("/people")
  @Allowed({PRODUCER})
  public ProductionDesk.ProductionView addPerson(
      Member me, @RequestBody ProductionDesk.NewPerson in) {
    return productionDesk.addPerson(me, in);
  }

  /** Takes somebody off the production; what they said and logged stays. */
  @DeleteMapping("/people/{person}")
  @Allowed({PRODUCER})
  public ProductionDesk.ProductionView removePerson(Member me, @PathVariable UUID person) {
    return productionDesk.removePerson(me, person);
  }

  /** A link by which somebody sets their own password, shown once. */
  @PostMapping("/people/{person}/link")
  @Allowed({PRODUCER})
  public Passwords.Link link(Member me, @PathVariable UUID person) {
    Person p = productionDesk.linked(me, person);
    return passwords.link(p.id, me.name());
  }
}
