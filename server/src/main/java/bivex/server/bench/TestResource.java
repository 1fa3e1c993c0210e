package bivex.server.bench;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.method.MethodDefault;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.UUID;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Camera tests: what is tried before the day that needs the answer. */
@RestController
@RequestMapping("/api/productions/{production}")
public class TestResource {
  private final TestDesk desk;

  TestResource(TestDesk desk) {
    this.desk = desk;
  }

  /** All tests, those first that are wanted first. */
  @GetMapping("/tests")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<TestDesk.TestView> all(Member me) {
    return desk.all(me);
  }

  /** The tests a shot needs, and what should be tried for it. */
  @GetMapping("/shots/{shot}/tests")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public TestDesk.ShotTests of(@PathVariable UUID shot, Member me) {
    return desk.of(shot, me);
  }

  /** Asks a question. */
  @PostMapping("/tests")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public TestDesk.TestView ask(Member me, @RequestBody TestDesk.NewTest in) {
    return desk.ask(me, in);
  }

  /** Takes a test away that is not decided. */
  @DeleteMapping("/tests/{test}")
  @Allowed({PRODUCER, COORDINATOR})
  public List<TestDesk.TestView> remove(@PathVariable UUID test, Member me) {
    return desk.remove(test, me);
  }

  /** One more way to set the camera. */
  @PostMapping("/tests/{test}/candidates")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public TestDesk.TestView add(
      @PathVariable UUID test, Member me, @RequestBody TestDesk.NewCandidate in) {
    return desk.add(test, me, in);
  }

  /** Takes a candidate away. */
  @DeleteMapping("/tests/{test}/candidates/{candidate}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public TestDesk.TestView remove(
      @PathVariable UUID test, @PathVariable UUID candidate, Member me) {
    return desk.remove(test, candidate, me);
  }

  /** The still or clip of a candidate. */
  @PostMapping(
      path = "/tests/{test}/candidates/{candidate}/file",
      consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public TestDesk.TestView file(
      @PathVariable UUID test,
      @PathVariable UUID candidate,
      Member me,
      @RequestParam("file") MultipartFile file)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return desk.file(test, candidate, me, in, file.getOriginalFilename());
    }
  }

  /** A picture of a candidate, as PNG. */
  @GetMapping(
      path = "/tests/{test}/candidates/{candidate}/picture",
      produces = MediaType.IMAGE_PNG_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> picture(
      @PathVariable UUID test, @PathVariable UUID candidate, Member me) throws IOException {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.noCache().cachePrivate())
        .header("Content-Security-Policy", "sandbox; default-src 'none'")
        .body(desk.picture(test, candidate, me));
  }

  /** Measures all candidates against the first. */
  @PostMapping("/tests/{test}/measurement")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob measure(@PathVariable UUID test, Member me) {
    return desk.measure(test, me);
  }

  /** Says which candidate is taken, and what follows. */
  @PostMapping("/tests/{test}/verdict")
  @Allowed({PRODUCER, COORDINATOR})
  public TestDesk.TestView decide(
      @PathVariable UUID test, Member me, @RequestBody TestDesk.TestVerdict in) {
    return desk.decide(test, me, in);
  }

  /** Takes the verdict back. */
  @DeleteMapping("/tests/{test}/verdict")
  @Allowed({PRODUCER, COORDINATOR})
  public TestDesk.TestView reopen(@PathVariable UUID test, Member me) {
    return desk.reopen(test, me);
  }

  /** Numbers that methods start from in this production, because they were tried. */
  @GetMapping("/method-defaults")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<MethodDefault> defaults(Member me) {
    return desk.defaults(me);
  }

  /** Takes one back. */
  @DeleteMapping("/method-defaults")
  @Allowed({PRODUCER, COORDINATOR})
  public List<MethodDefault> forget(
      Member me, @RequestParam String method, @RequestParam String parameter) {
    return desk.forget(me, method, parameter);
  }
}
