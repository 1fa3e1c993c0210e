package bivex.server.delivery;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.shot.NamePattern;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.http.Json;
import bivex.server.http.Problems;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
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
  private final SpecDesk specs;
  private final PackageDesk packages;

  DeliveryResource(Deliveries deliveries, SpecDesk specs, PackageDesk packages) {
    this.deliveries = deliveries;
    this.specs = specs;
    this.packages = packages;
  }

  @GetMapping("/specs")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public List<SpecDesk.SpecView> specs(Member me) {
    return specs.specs(me);
  }

  @PostMapping("/specs")
  @Allowed({PRODUCER})
  public ResponseEntity<SpecDesk.SpecView> addSpec(Member me, @RequestBody SpecDesk.NewSpec in) {
    SpecDesk.SpecView found = specs.add(me, in);
    return Problems.tagged(found.version(), found);
  }

  @PutMapping("/specs/{spec}")
  @Allowed({PRODUCER})
  public ResponseEntity<SpecDesk.SpecView> changeSpec(
      @PathVariable UUID spec,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody SpecDesk.NewSpec in) {
    SpecDesk.SpecView found = specs.change(spec, me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  /** A specification as a file, to be carried to another production. */
  @GetMapping("/specs/{spec}/file")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public ResponseEntity<byte[]> specFile(@PathVariable UUID spec, Member me) {
    SpecDesk.NewSpecFile file = specs.file(spec, me);
    return Download.of(
        Json.MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(file),
        NamePattern.safe(file.specification().name()) + ".json",
        Download.JSON);
  }

  /** Takes in a specification that was written elsewhere. */
  @PostMapping("/specs/file")
  @Allowed({PRODUCER})
  public ResponseEntity<SpecDesk.SpecView> takeSpec(
      Member me, @RequestBody SpecDesk.NewSpecFile in) {
    SpecDesk.SpecView found = specs.take(me, in);
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
  public PackageDesk.PackageView pack(Member me, @RequestBody Deliveries.NewPackage in)
      throws IOException {
    return packages.pack(me, in);
  }

  /** How far what is being packed is; nothing of it counts before it is whole. */
  @GetMapping("/packages/packing")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public Deliveries.PackingView packing(Member me) {
    return deliveries.packing(me);
  }

  /** Stops what is being packed. */
  @DeleteMapping("/packages/packing")
  @Allowed({PRODUCER, COORDINATOR})
  public Deliveries.PackingView stopPacking(Member me) {
    return deliveries.stop(me);
  }

  @GetMapping("/packages")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public PackageDesk.PackagePage packages(Member me, @RequestParam(defaultValue = "0") int page) {
    return packages.packages(me, page);
  }

  /** Hands what is open of a package to the client's drop box and keeps its answer. */
  @PostMapping("/packages/{pack}/send")
  @Allowed({PRODUCER})
  public PackageDesk.PackageView send(
      @PathVariable UUID pack, Member me, @RequestBody PackageDesk.Sending in) throws IOException {
    return packages.send(pack, me, in);
  }

  /** That somebody handed a package over on a way of their own. */
  @PostMapping("/packages/{pack}/handover")
  @Allowed({PRODUCER, COORDINATOR})
  public PackageDesk.PackageView handedOver(
      @PathVariable UUID pack, Member me, @RequestBody PackageDesk.NewHandover in) {
    return packages.handed(pack, me, in);
  }

  /** What the client answered to what was handed over. */
  @PostMapping("/packages/{pack}/answer")
  @Allowed({PRODUCER, COORDINATOR})
  public PackageDesk.PackageView answered(
      @PathVariable UUID pack, Member me, @RequestBody PackageDesk.NewAnswer in) {
    return packages.answered(pack, me, in);
  }

  /**
   * The package as a zip, streamed. A part of it can be asked for, so that a dropped line goes on
   * where it was.
   */
  @GetMapping(path = "/packages/{pack}/zip", produces = Download.ZIP)
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<StreamingResponseBody> zip(
      @PathVariable UUID pack,
      Member me,
      @RequestHeader(name = "Range", required = false) String range)
      throws IOException {
    PackageDesk.Packed packed = packages.packed(me, pack);
    return Download.ranged(
        packed.zip()::write, packed.zip().length(), range, packed.name() + ".zip", Download.ZIP);
  }
}
