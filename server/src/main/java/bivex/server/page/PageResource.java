package bivex.server.page;

import bivex.server.access.Anyone;
import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** Every address of the interface is the same page; the interface itself reads the address. */
@Controller
@Hidden
public class PageResource {
  @GetMapping({"/", "/sign-in", "/first/{token}", "/link/{token}", "/guest", "/p/{*rest}"})
  @Anyone
  public String page() {
    return "forward:/index.html";
  }
}
