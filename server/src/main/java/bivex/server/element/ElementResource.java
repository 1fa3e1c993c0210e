package bivex.server.element;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Derived;
import bivex.server.access.Member;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** All elements of a production: what is laid over and comes from somewhere else. */
@RestController
@RequestMapping("/api/productions/{production}/elements")
public class ElementResource {
  private final ElementDesk elementDesk;

  ElementResource(ElementDesk elementDesk) {
    this.elementDesk = elementDesk;
  }

  @GetMapping
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ElementDesk.ElementPage list(
      Member me,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "100") int size) {
    return elementDesk.list(me, page, size);
  }
}
