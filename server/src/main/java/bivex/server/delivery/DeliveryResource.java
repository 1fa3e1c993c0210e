package bivex.server.delivery;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.http.Problems;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Delivery: what the client wants, what may go, the packages and what became of them. */
@RestController
@RequestMapping("/api/productions/{production}")
public class DeliveryResource {
  private final Deliveries deliveries;

  DeliveryResource(Deliveries deliveries) {
    this.deliveries = deliveries;
  }

  @GetMapping("/specs")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public List<Deliveries.SpecView> specs(Member me) {
    return deliveries.specs(me);
  }

  @PostMapping("/specs")
  @Allowed({PRODUCER})
  public ResponseEntity<Deliveries.SpecView> addSpec(
      Member me, @RequestBody Deliveries.SpecEdit in) {
    Deliveries.SpecView found = deliveries.addSpec(me, in);
    return Problems.tagged(found.version(), found);
  }

  @PutMapping("/specs/{spec}")
  @Allowed({PRODUCER})
  public ResponseEntity<Deliveries.SpecView> changeSpec(
      @PathVariable UUID spec,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody Deliveries.SpecEdit in) {
    Deliveries.SpecView found = deliveries.changeSpec(spec, me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  /** Every shot that has a version, checked against a specification from measured facts. */
  @GetMapping("/specs/{spec}/offers")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public Deliveries.OfferPage offers(@PathVariable UUID spec, Member me) {
    return deliveries.offers(spec, me);
  }

  /**
   * Packs agreed shots. All of them must pass their check list; else nothing is packed and every
   * fault is named.
   */
  @PostMapping("/packages")
  @Allowed({PRODUCER, COORDINATOR})
  public Deliveries.PackageView pack(Member me, @RequestBody Deliveries.NewPackage in)
      throws IOException {
    return deliveries.pack(me, in);
  }

  @GetMapping("/packages")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public Deliveries.PackagePage packages(Member me, @RequestParam(defaultValue = "0") int page) {
    return deliveries.packages(me, page);
  }

  /** Hands a package to the client's drop box and keeps its answer. */
  @PostMapping("/packages/{pack}/send")
  @Allowed({PRODUCER})
  public Deliveries.PackageView send(
      @PathVariable UUID pack, Member me, @RequestBody Deliveries.Sending in) throws IOException {
    return deliveries.send(pack, me, in);
  }

  /** The package as a zip, streamed. */
  @GetMapping(path = "/packages/{pack}/zip", produces = Download.ZIP)
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<StreamingResponseBody> zip(@PathVariable UUID pack, Member me) {
    Deliveries.Packed packed = deliveries.packed(me, pack);
    return Download.streamed(
        out -> Packer.zip(packed.folder(), packed.name(), out),
        packed.name() + ".zip",
        Download.ZIP);
  }
}
