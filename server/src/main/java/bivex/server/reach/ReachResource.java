package bivex.server.reach;

import bivex.server.access.Anyone;
import bivex.server.access.SignedIn;
import com.samskivert.mustache.Mustache;
import io.swagger.v3.oas.annotations.Hidden;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.cert.CertificateEncodingException;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** How a phone or another computer comes in. */
@RestController
public class ReachResource {
  private final ReachServer server;

  ReachResource(ReachServer server) {
    this.server = server;
  }

  /**
   * A square drawing of dark modules.
   *
   * @param size its side, in modules
   * @param path what is dark, as the path of a drawing of that side
   */
  public record Code(int size, String path) {}

  /**
   * @param mode how far it reaches; HERE is this machine only
   * @param addresses where it is found, best first
   * @param trust where a new device learns to trust it; null where it has nothing to learn
   * @param code what a camera reads: the address to begin with; null when only this machine gets in
   * @param signs SHA-256 of the house's own authority, for comparing by eye; null without one
   */
  public record ReachView(
      Reach.Mode mode, List<String> addresses, String trust, Code code, String signs) {}

  @GetMapping("/api/reach")
  @SignedIn
  public ReachView reach() {
    Reach r = server.reach();
    String trust = server.trustAddress();
    String first = trust == null ? server.addresses().get(0) : trust;
    return new ReachView(
        r.mode(),
        server.addresses(),
        trust,
        r.mode() == Reach.Mode.HERE ? null : new Code(Qr.size(first), Qr.path(first)),
        trust == null ? null : Authority.fingerprint(authority()));
  }

  /** How each kind of device learns to trust the house. */
  @GetMapping(path = "/trust", produces = MediaType.TEXT_HTML_VALUE)
  @Anyone
  @Hidden
  public String trust() throws IOException {
    X509Certificate c = authority();
    try (InputStream in = ReachResource.class.getResourceAsStream("/pages/trust.html")) {
      return Mustache.compiler()
          .compile(new String(in.readAllBytes(), StandardCharsets.UTF_8))
          .execute(
              Map.of(
                  "name",
                  name(c),
                  "signs",
                  Authority.fingerprint(c),
                  "address",
                  server.addresses().get(0)));
    }
  }

  /** The authority's certificate, as most devices take it. */
  @GetMapping("/trust/bivex.crt")
  @Anyone
  @Hidden
  public ResponseEntity<byte[]> certificate() throws CertificateEncodingException {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("application/x-x509-ca-cert"))
        .header("Content-Disposition", "attachment; filename=\"bivex.crt\"")
        .body(authority().getEncoded());
  }

  /** The same as a profile, which is what some phones and tablets ask for. */
  @GetMapping("/trust/bivex.mobileconfig")
  @Anyone
  @Hidden
  public ResponseEntity<String> profile() throws CertificateEncodingException {
    X509Certificate c = authority();
    byte[] der = c.getEncoded();
    String id = UUID.nameUUIDFromBytes(der).toString();
    String plist =
        """
        <?xml version="1.0" encoding="UTF-8"?>
        <!DOCTYPE plist PUBLIC "-//Apple//DTD PLIST 1.0//EN" "http://www.apple.com/DTDs/PropertyList-1.0.dtd">
        <plist version="1.0"><dict>
        <key>PayloadType</key><string>Configuration</string>
        <key>PayloadVersion</key><integer>1</integer>
        <key>PayloadIdentifier</key><string>bivex.%1$s</string>
        <key>PayloadUUID</key><string>%1$s</string>
        <key>PayloadDisplayName</key><string>%2$s</string>
        <key>PayloadContent</key><array><dict>
        <key>PayloadType</key><string>com.apple.security.root</string>
        <key>PayloadVersion</key><integer>1</integer>
        <key>PayloadIdentifier</key><string>bivex.%1$s.root</string>
        <key>PayloadUUID</key><string>%3$s</string>
        <key>PayloadDisplayName</key><string>%2$s</string>
        <key>PayloadContent</key><data>%4$s</data>
        </dict></array></dict></plist>
        """
            .formatted(
                id,
                name(c),
                UUID.nameUUIDFromBytes((id + " root").getBytes(StandardCharsets.UTF_8)),
                Base64.getEncoder().encodeToString(der));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("application/x-apple-aspen-config"))
        .header("Content-Disposition", "attachment; filename=\"bivex.mobileconfig\"")
        .body(plist);
  }

  private static String name(X509Certificate c) {
    return c.getSubjectX500Principal().getName().replaceFirst("^CN=", "");
  }

  private X509Certificate authority() {
    if (server.reach().mode() != Reach.Mode.LAN) {
      throw new NoSuchElementException("There is nothing to trust here by hand.");
    }
    return Authority.read(server.reach().certificates());
  }
}
