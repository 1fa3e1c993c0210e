package bivex.server.reckon;

import bivex.core.parameter.Parameter;
import bivex.core.reckon.Reckoner;
import bivex.server.access.SignedIn;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The sums on their own. */
@RestController
@RequestMapping("/api/sums")
public class ReckonResource {
  public record SumView(
      String id, String title, String formula, String source, List<Parameter> inputs) {}

  @GetMapping
  @SignedIn
  public List<SumView> sums() {
    return Reckoner.sums().stream()
        .map(s -> new SumView(s.id(), s.title(), s.formula(), s.source(), s.inputs()))
        .toList();
  }

  /** Does one sum; inputs that are not given take their default. */
  @PostMapping("/{sum}")
  @SignedIn
  public Reckoner.Answer reckon(
      @PathVariable String sum, @RequestBody(required = false) Map<String, Object> in) {
    return Reckoner.answer(sum, in == null ? Map.of() : in);
  }
}
