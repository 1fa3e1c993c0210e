package bivex.server.reach;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.crew.Role;
import bivex.server.Caller;
import bivex.server.House;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.decoder.Decoder;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import org.junit.jupiter.api.Test;

/** Others come in over the network, encrypted, and nobody is believed who need not be. */
class ReachTest {
  private static final Map<String, Object> LAN = Map.of("bivex.reach", "lan");

  /** What one request over a bare line is answered: its head, then a blank line, then the rest. */
  private static String ask(Socket line, String path, String host, String... headers)
      throws Exception {
    try (line) {
      OutputStream out = line.getOutputStream();
      StringBuilder s = new StringBuilder("GET " + path + " HTTP/1.1\r\nHost: " + host + "\r\n");
      for (String h : headers) {
        s.append(h).append("\r\n");
      }
      out.write((s + "Connection: close\r\n\r\n").getBytes(StandardCharsets.US_ASCII));
      out.flush();
      InputStream in = line.getInputStream();
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static Socket plain(int port) throws Exception {
    return new Socket(InetAddress.getLoopbackAddress(), port);
  }

  /** A line of a device that trusts the house's authority and nothing else. */
  private static Socket trusting(House house, String host, int port) throws Exception {
    SSLSocket s =
        (SSLSocket) house.ssl().getSocketFactory().createSocket(plain(port), host, port, true);
    SSLParameters p = s.getSSLParameters();
    p.setEndpointIdentificationAlgorithm("HTTPS");
    s.setSSLParameters(p);
    return s;
  }

  @Test
  void aDeviceThatTrustsTheHouseComesInEncryptedAndNoOtherWay() throws Exception {
    try (House house = House.start(false, LAN)) {
      int port = house.port();
      Path certificates = house.data().resolve("certificates");
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(certificates)))
          .isEqualTo("rwx------");
      for (InetAddress a : Reach.all()) {
        String host = Reach.host(a);
        String bare = host.replaceAll("[\\[\\]]", "");
        String answer = ask(trusting(house, bare, port), "/api/session", host + ":" + port);
        assertThat(answer).as(host).startsWith("HTTP/1.1 200");
        assertThat(answer)
            .as("no cookie goes in the clear, and the token goes to no other site")
            .containsPattern("Set-Cookie: XSRF-TOKEN=[^\\r]*Secure[^\\r]*SameSite=Strict")
            .as("an authority of one's own is no promise to every browser")
            .doesNotContain("Strict-Transport-Security");
      }
      assertThatThrownBy(() -> ask(trusting(house, "bivex.example.org", port), "/", "127.0.0.1"))
          .as("the certificate is of this house's addresses only")
          .hasMessageContaining("bivex.example.org");
      assertThat(ask(trusting(house, "127.0.0.1", port), "/api/session", "elsewhere.example"))
          .as("a page of another site that lays its name over this address")
          .startsWith("HTTP/1.1 421")
          .contains("problem+json");

      int open = house.bean(ReachServer.class).plainPort();
      String signs = Authority.fingerprint(Authority.read(certificates));
      assertThat(ask(plain(open), "/trust", "127.0.0.1"))
          .startsWith("HTTP/1.1 200")
          .contains(signs);
      String profile = ask(plain(open), "/trust/bivex.mobileconfig", "127.0.0.1");
      Matcher m = Pattern.compile("<data>(.*)</data>").matcher(profile);
      assertThat(m.find()).isTrue();
      assertThat(Base64.getDecoder().decode(m.group(1)))
          .isEqualTo(Authority.read(certificates).getEncoded());
      for (String path : List.of("/", "/api/session", "/api/reach", "/trust/../api/session")) {
        assertThat(ask(plain(open), path, "127.0.0.1"))
            .as(path)
            .startsWith("HTTP/1.1 308")
            .contains("Location: https://127.0.0.1:" + port);
      }
    }
  }

  /**
   * RFC 5280, 4.2.1.10, as the reference implementation of the protocol holds it: Debian's openssl
   * signs with a stolen key, and judges what it signed.
   */
  @Test
  void whoStealsTheKeyCannotStandForAnotherSite() throws Exception {
    Path folder = Files.createTempDirectory("authority");
    new Authority(folder, Instant.now()).renew(Reach.all(), Reach.names());
    String forge =
        """
        cd "$1"
        openssl ecparam -genkey -name prime256v1 -out k.pem
        openssl req -new -key k.pem -subj /CN=forged -out r.csr
        printf 'subjectAltName=%s' "$2" >names
        openssl x509 -req -in r.csr -CA authority.crt -CAkey authority.key -days 2 -set_serial 5 \
          -out forged.crt -extfile names
        openssl verify -CAfile authority.crt server.pem
        openssl verify -CAfile authority.crt forged.crt
        """;
    for (var name :
        Map.of(
                "DNS:bank.example.org", false,
                "IP:93.184.215.14", false,
                "IP:2001:db8::1", false,
                "IP:192.168.7.9", true,
                "DNS:stage.local", true)
            .entrySet()) {
      Process p =
          new ProcessBuilder("bash", "-c", forge, "forge", folder.toString(), name.getKey())
              .redirectErrorStream(true)
              .start();
      String said = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      p.waitFor();
      assertThat(said).as(name.getKey()).contains("server.pem: OK");
      if (name.getValue()) {
        assertThat(said).as(name.getKey()).contains("forged.crt: OK");
      } else {
        assertThat(said).as(name.getKey()).contains("permitted subtree violation");
      }
    }
  }

  @Test
  void theServersCertificateFollowsItsAddressesAndItsAgeAndTheAuthorityStays() throws Exception {
    Path folder = Files.createTempDirectory("authority");
    InetAddress one = InetAddress.getByAddress(new byte[] {10, 0, 0, 7});
    InetAddress other = InetAddress.getByAddress(new byte[] {10, 0, 0, 8});
    Instant now = Instant.now();
    assertThat(new Authority(folder, now).renew(List.of(one), List.of("localhost"))).isTrue();
    X509Certificate own = Authority.read(folder);
    assertThat(new Authority(folder, now).renew(List.of(one), List.of("localhost"))).isFalse();
    assertThat(new Authority(folder, now).renew(List.of(other), List.of("localhost"))).isTrue();
    assertThat(
            new Authority(folder, now.plus(Duration.ofDays(360)))
                .renew(List.of(other), List.of("localhost")))
        .isFalse();
    assertThat(
            new Authority(folder, now.plus(Duration.ofDays(368)))
                .renew(List.of(other), List.of("localhost")))
        .isTrue();
    assertThat(Authority.read(folder)).as("devices trust it still").isEqualTo(own);
    try (var all = Files.list(folder)) {
      assertThat(all.map(f -> f.getFileName().toString()))
          .containsExactlyInAnyOrder("authority.crt", "authority.key", "server.pem", "server.key");
    }
  }

  @Test
  void aCertificateThatIsGivenServesAndIsRenewedWithoutANewStart() throws Exception {
    Path folder = Files.createTempDirectory("given");
    Authority authority = new Authority(folder, Instant.now());
    authority.renew(Reach.all(), Reach.names());
    try (House house =
        House.start(
            false,
            Map.of(
                "bivex.reach",
                "certificate",
                "bivex.certificate",
                authority.certificate().toString(),
                "bivex.key",
                authority.key().toString()))) {
      Path trusted = house.data().resolve("certificates");
      Files.createDirectories(trusted);
      Files.copy(folder.resolve("authority.crt"), trusted.resolve("authority.crt"));
      String answer = ask(trusting(house, "127.0.0.1", house.port()), "/api/session", "127.0.0.1");
      assertThat(answer)
          .startsWith("HTTP/1.1 200")
          .containsPattern("Set-Cookie: XSRF-TOKEN=[^\\r]*Secure")
          .contains("Strict-Transport-Security: max-age=31536000\r");
      assertThat(ask(trusting(house, "127.0.0.1", house.port()), "/trust", "127.0.0.1"))
          .as("nothing is to be trusted by hand")
          .startsWith("HTTP/1.1 404");
      var first = served(house);
      List<InetAddress> more = new ArrayList<>(Reach.all());
      more.add(InetAddress.getByAddress(new byte[] {10, 9, 9, 9}));
      authority.renew(more, Reach.names());
      var now = first;
      for (int i = 0; i < 1800 && now.equals(first); i++) {
        Thread.sleep(100);
        now = served(house);
      }
      assertThat(now).as("the renewed one").isNotEqualTo(first);
    }
  }

  private static java.security.cert.Certificate served(House house) throws Exception {
    try (SSLSocket s = (SSLSocket) trusting(house, "127.0.0.1", house.port())) {
      return s.getSession().getPeerCertificates()[0];
    }
  }

  @Test
  void onlyTheProxyIsBelievedAndOnlyWhereThereIsOne() throws Exception {
    String[] told = {"X-Forwarded-Proto: https", "X-Forwarded-For: 203.0.113.9"};
    try (House behind =
        House.start(
            false, Map.of("bivex.reach", "proxy", "bivex.address", "https://bivex.example.org"))) {
      assertThat(ask(plain(behind.port()), "/api/session", "bivex.example.org", told))
          .startsWith("HTTP/1.1 200")
          .containsPattern("Set-Cookie: XSRF-TOKEN=[^\\r]*Secure")
          .contains("Strict-Transport-Security: max-age=31536000\r");
      assertThat(behind.bean(ReachServer.class).home()).isEqualTo("https://bivex.example.org");
      // A stranger who fails ten times with somebody's name closes the door to themselves only.
      var mine = behind.person(behind.production(), Role.PRODUCER);
      String login = mine.get("/api/session").text("login");
      List<Integer> answers = new ArrayList<>();
      for (String[] one : new String[][] {{"203.0.113.9", "x"}, {"203.0.113.10", House.PASSWORD}}) {
        for (int i = 0; i < (one[1].equals("x") ? 11 : 1); i++) {
          answers.add(
              new Caller(behind.address(), null)
                  .call(
                      "POST",
                      "/api/session",
                      HttpRequest.BodyPublishers.ofString(
                          "{\"login\":\"" + login + "\",\"password\":\"" + one[1] + "\"}"),
                      "application/json",
                      "X-Forwarded-For",
                      one[0])
                  .status());
        }
      }
      assertThat(answers).endsWith(429, 200).startsWith(401).hasSize(12);
      assertThat(answers.subList(0, 10)).containsOnly(401);
    }
    assertThat(ask(plain(House.shared().port()), "/api/session", "127.0.0.1", told))
        .startsWith("HTTP/1.1 200")
        .doesNotContain("Secure")
        .doesNotContain("Strict-Transport");
    assertThat(ask(plain(House.shared().port()), "/", "192.168.7.9")).startsWith("HTTP/1.1 421");
  }

  @Test
  void aProxyWithoutAnAddressAndACertificateThatIsNotThereAreRefusedInWords() {
    for (Map<String, Object> bad :
        List.<Map<String, Object>>of(
            Map.of("bivex.reach", "proxy"),
            Map.of("bivex.reach", "proxy", "bivex.address", "bivex"),
            Map.of("bivex.reach", "certificate", "bivex.certificate", "/nowhere.pem"))) {
      assertThatThrownBy(() -> House.start(false, bad).close())
          .hasStackTraceContaining(
              bad.containsKey("bivex.certificate") ? "/nowhere.pem" : "public address");
    }
  }

  @Test
  void aCameraReadsTheCode() throws Exception {
    String text = "http://192.168.100.200:8091/trust";
    int n = Qr.size(text);
    BitMatrix m = new BitMatrix(n - 8);
    Matcher cells = Pattern.compile("M(\\d+) (\\d+)h1v1h-1z").matcher(Qr.path(text));
    while (cells.find()) {
      m.set(Integer.parseInt(cells.group(1)) - 4, Integer.parseInt(cells.group(2)) - 4);
    }
    assertThat(new Decoder().decode(m).getText()).isEqualTo(text);
  }
}
