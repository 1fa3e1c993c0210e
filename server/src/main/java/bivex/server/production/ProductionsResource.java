package bivex.server.production;

import bivex.server.access.Gate;
import bivex.server.access.SignedIn;
import java.util.UUID;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Productions beside each other. */
@RestController
@RequestMapping("/api/productions")
public class ProductionsResource {
  private final ProductionLife life;

  ProductionsResource(ProductionLife life) {
    this.life = life;
  }

  /** What was made. */
  public record Made(UUID id) {}

  /** Another production, by a producer of one. */
  @PostMapping
  @SignedIn
  public Made another(@RequestBody ProductionLife.Another in) {
    return new Made(life.another(Gate.identity(), in));
  }
}
