package bivex.server.reach;

import java.io.IOException;
import java.io.StringWriter;
import java.math.BigInteger;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.MessageDigest;
import java.security.PrivateKey;
import java.security.SecureRandom;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.security.spec.PKCS8EncodedKeySpec;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Date;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.bouncycastle.asn1.DEROctetString;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.ExtendedKeyUsage;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.asn1.x509.GeneralSubtree;
import org.bouncycastle.asn1.x509.KeyPurposeId;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.asn1.x509.NameConstraints;
import org.bouncycastle.cert.X509v3CertificateBuilder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509ExtensionUtils;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.bouncycastle.util.io.pem.PemObject;
import org.bouncycastle.util.io.pem.PemReader;

/**
 * The certificates of a house on a local network: an authority that is made once and trusted by
 * hand on each device, and a certificate for the addresses the machine has now.
 *
 * <p>The authority may sign for private addresses and local names only (name constraints, RFC 5280,
 * 4.2.1.10), so that whoever steals its key cannot stand for any other site on the devices that
 * trust it. A certificate is valid for 397 days, which is what devices accept.
 */
final class Authority {
  private static final Duration OWN = Duration.ofDays(3650);
  private static final Duration SERVER = Duration.ofDays(397);
  private static final Duration RENEWED = Duration.ofDays(30);

  /** Address ranges that are nobody's on the open network (RFC 1918, 3927, 4193, 6598). */
  private static final List<String> PRIVATE =
      List.of(
          "7f000000ff000000",
          "0a000000ff000000",
          "ac100000fff00000",
          "c0a80000ffff0000",
          "a9fe0000ffff0000",
          "64400000ffc00000",
          "00000000000000000000000000000001ffffffffffffffffffffffffffffffff",
          "fc000000000000000000000000000000fe000000000000000000000000000000",
          "fe800000000000000000000000000000ffc00000000000000000000000000000");

  private static final List<String> LOCAL_NAMES =
      List.of("localhost", "local", "lan", "home.arpa", "internal");

  private final Path folder;
  private final Instant now;

  /**
   * @param folder for the keys, readable by its owner only
   */
  Authority(Path folder, Instant now) {
    this.folder = folder;
    this.now = now;
  }

  Path certificate() {
    return folder.resolve("server.pem");
  }

  Path key() {
    return folder.resolve("server.key");
  }

  /** The authority's own certificate, for devices. */
  static X509Certificate read(Path folder) {
    try (var in = Files.newInputStream(folder.resolve("authority.crt"))) {
      return (X509Certificate) CertificateFactory.getInstance("X.509").generateCertificate(in);
    } catch (IOException | GeneralSecurityException e) {
      throw new IllegalStateException("The authority's certificate cannot be read", e);
    }
  }

  /** SHA-256 of a certificate, in pairs, as devices show it. */
  static String fingerprint(X509Certificate c) {
    try {
      return HexFormat.ofDelimiter(" ")
          .withUpperCase()
          .formatHex(MessageDigest.getInstance("SHA-256").digest(c.getEncoded()));
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  /**
   * Makes what is missing, and the server's certificate anew when it ends soon or does not name all
   * of the machine's addresses.
   *
   * @return whether anything was made
   */
  boolean renew(Collection<InetAddress> addresses, Collection<String> names) {
    try {
      Files.createDirectories(folder);
      Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
      boolean fresh =
          !Files.exists(folder.resolve("authority.crt"))
              || !Files.exists(folder.resolve("authority.key"));
      if (fresh) {
        own(addresses, names);
      }
      if (!fresh
          && Files.exists(key())
          && Files.exists(certificate())
          && serves(addresses, names)) {
        return false;
      }
      server(addresses, names);
      return true;
    } catch (IOException | GeneralSecurityException | OperatorCreationException e) {
      throw new IllegalStateException("The certificates of this house could not be made", e);
    }
  }

  private boolean serves(Collection<InetAddress> addresses, Collection<String> names)
      throws IOException, GeneralSecurityException {
    X509Certificate c;
    try (var in = Files.newInputStream(certificate())) {
      c = (X509Certificate) CertificateFactory.getInstance("X.509").generateCertificate(in);
    }
    if (c.getNotAfter().toInstant().isBefore(now.plus(RENEWED))
        || c.getSubjectAlternativeNames() == null) {
      return false;
    }
    Set<String> has =
        c.getSubjectAlternativeNames().stream()
            .map(n -> n.get(1).toString())
            .collect(Collectors.toCollection(TreeSet::new));
    return has.containsAll(names)
        && addresses.stream().allMatch(a -> has.contains(a.getHostAddress().replaceAll("%.*", "")));
  }

  private void own(Collection<InetAddress> addresses, Collection<String> names)
      throws IOException, GeneralSecurityException, OperatorCreationException {
    KeyPair pair = pair();
    // A name of its own tells two houses apart in a device's list.
    X500Name name =
        new X500Name(
            "CN=Bivex of this house "
                + HexFormat.of().toHexDigits(new SecureRandom().nextLong(), 4));
    var ids = new JcaX509ExtensionUtils();
    List<GeneralSubtree> permitted = new ArrayList<>();
    for (String hex : PRIVATE) {
      permitted.add(
          new GeneralSubtree(
              new GeneralName(
                  GeneralName.iPAddress, new DEROctetString(HexFormat.of().parseHex(hex)))));
    }
    for (InetAddress a : addresses) {
      byte[] one = a.getAddress();
      byte[] both = Arrays.copyOf(one, one.length * 2);
      Arrays.fill(both, one.length, both.length, (byte) 0xff);
      permitted.add(
          new GeneralSubtree(new GeneralName(GeneralName.iPAddress, new DEROctetString(both))));
    }
    for (String n : LOCAL_NAMES) {
      permitted.add(new GeneralSubtree(new GeneralName(GeneralName.dNSName, n)));
    }
    for (String n : names) {
      permitted.add(new GeneralSubtree(new GeneralName(GeneralName.dNSName, n)));
    }
    X509v3CertificateBuilder b =
        builder(name, name, OWN, pair)
            .addExtension(Extension.basicConstraints, true, new BasicConstraints(0))
            .addExtension(
                Extension.keyUsage, true, new KeyUsage(KeyUsage.keyCertSign | KeyUsage.cRLSign))
            .addExtension(
                Extension.subjectKeyIdentifier,
                false,
                ids.createSubjectKeyIdentifier(pair.getPublic()))
            .addExtension(
                Extension.nameConstraints,
                true,
                new NameConstraints(permitted.toArray(GeneralSubtree[]::new), null));
    write("authority.crt", pem(signed(b, pair.getPrivate())));
    write("authority.key", pem(pair.getPrivate()));
  }

  private void server(Collection<InetAddress> addresses, Collection<String> names)
      throws IOException, GeneralSecurityException, OperatorCreationException {
    X509Certificate own = read(folder);
    PrivateKey ownKey =
        KeyFactory.getInstance("EC")
            .generatePrivate(new PKCS8EncodedKeySpec(der(folder.resolve("authority.key"))));
    KeyPair pair = pair();
    var ids = new JcaX509ExtensionUtils();
    List<GeneralName> all = new ArrayList<>();
    names.forEach(n -> all.add(new GeneralName(GeneralName.dNSName, n)));
    addresses.forEach(
        a ->
            all.add(
                new GeneralName(GeneralName.iPAddress, a.getHostAddress().replaceAll("%.*", ""))));
    X509v3CertificateBuilder b =
        builder(
                X500Name.getInstance(own.getSubjectX500Principal().getEncoded()),
                new X500Name("CN=Bivex"),
                SERVER,
                pair)
            .addExtension(Extension.basicConstraints, true, new BasicConstraints(false))
            .addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.digitalSignature))
            .addExtension(
                Extension.extendedKeyUsage,
                false,
                new ExtendedKeyUsage(KeyPurposeId.id_kp_serverAuth))
            .addExtension(
                Extension.authorityKeyIdentifier, false, ids.createAuthorityKeyIdentifier(own))
            .addExtension(
                Extension.subjectAlternativeName,
                false,
                new GeneralNames(all.toArray(GeneralName[]::new)));
    // The key first: a reader that sees the new certificate finds its key beside it.
    write("server.key", pem(pair.getPrivate()));
    write("server.pem", pem(signed(b, ownKey)) + pem(own));
  }

  private X509v3CertificateBuilder builder(
      X500Name issuer, X500Name subject, Duration life, KeyPair pair) {
    return new JcaX509v3CertificateBuilder(
        issuer,
        new BigInteger(126, new SecureRandom()).setBit(0),
        // Clocks of devices are not to the minute.
        Date.from(now.minus(Duration.ofHours(24))),
        Date.from(now.plus(life.minusHours(25))),
        subject,
        pair.getPublic());
  }

  private static KeyPair pair() throws GeneralSecurityException {
    KeyPairGenerator g = KeyPairGenerator.getInstance("EC");
    g.initialize(new ECGenParameterSpec("secp256r1"));
    return g.generateKeyPair();
  }

  private static X509Certificate signed(X509v3CertificateBuilder b, PrivateKey key)
      throws OperatorCreationException, GeneralSecurityException {
    return new JcaX509CertificateConverter()
        .getCertificate(b.build(new JcaContentSignerBuilder("SHA256withECDSA").build(key)));
  }

  private static String pem(Object what) throws IOException {
    StringWriter out = new StringWriter();
    try (JcaPEMWriter w = new JcaPEMWriter(out)) {
      // Keys in the form that every reader knows (PKCS #8).
      w.writeObject(
          what instanceof PrivateKey k ? new PemObject("PRIVATE KEY", k.getEncoded()) : what);
    }
    return out.toString();
  }

  private static byte[] der(Path pem) throws IOException {
    try (var r = new PemReader(Files.newBufferedReader(pem, StandardCharsets.US_ASCII))) {
      return r.readPemObject().getContent();
    }
  }

  private void write(String name, String content) throws IOException {
    Path part =
        Files.createTempFile(
            folder,
            name,
            ".part",
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
    Files.writeString(part, content, StandardCharsets.US_ASCII);
    Files.move(
        part,
        folder.resolve(name),
        StandardCopyOption.ATOMIC_MOVE,
        StandardCopyOption.REPLACE_EXISTING);
  }
}
