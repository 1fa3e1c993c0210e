package bivex.server.reach;

import bivex.server.BivexProperties;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.InterfaceAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * How far the application can be reached.
 *
 * @param mode set at the start
 * @param publicAddress scheme and host as people type it; null where the machine's own addresses do
 * @param certificates folder of the certificates of a house on a local network
 */
public record Reach(Mode mode, URI publicAddress, Path certificates) {
  private static final Pattern NAME = Pattern.compile("[a-z0-9]([a-z0-9-]*[a-z0-9])?");

  /** From where requests come. */
  public enum Mode {
    /** This machine only. */
    HERE,
    /** A local network, with an authority of its own. */
    LAN,
    /** Any network, with a certificate that was given. */
    CERTIFICATE,
    /** A proxy, which alone may say where a request came from. */
    PROXY
  }

  static Reach of(BivexProperties properties) {
    return of(properties.reach(), properties.address(), properties.data());
  }

  static Reach of(String mode, String address, Path data) {
    URI at = address == null || address.isBlank() ? null : URI.create(address.strip());
    if (at != null && (at.getHost() == null || at.getScheme() == null)) {
      throw new IllegalStateException(
          "The public address must be like https://bivex.example.org, was " + address);
    }
    return new Reach(
        mode == null || mode.isBlank() ? Mode.HERE : Mode.valueOf(mode.toUpperCase(Locale.ROOT)),
        at,
        data.resolve("certificates"));
  }

  /** Whether cookies travel encrypted only because this application itself sees to it. */
  boolean encrypts() {
    return mode == Mode.LAN || mode == Mode.CERTIFICATE;
  }

  /** Whether a device trusts the certificate without being told to. */
  boolean publiclyTrusted() {
    return mode == Mode.CERTIFICATE
        || mode == Mode.PROXY && publicAddress != null && "https".equals(publicAddress.getScheme());
  }

  /** Addresses others on the network can use: those of cables and radios, version 4 first. */
  static List<InetAddress> outside() {
    List<InetAddress> out = new ArrayList<>();
    try {
      for (NetworkInterface n : Collections.list(NetworkInterface.getNetworkInterfaces())) {
        if (n.isUp() && !n.isLoopback()) {
          n.getInterfaceAddresses().stream()
              .map(InterfaceAddress::getAddress)
              .filter(a -> !a.isLinkLocalAddress() && !a.isMulticastAddress())
              .forEach(out::add);
        }
      }
    } catch (SocketException e) {
      return List.of();
    }
    out.sort(Comparator.comparing(a -> !(a instanceof Inet4Address)));
    return out;
  }

  /** Every address of the machine, its own loopback too. */
  static List<InetAddress> all() {
    List<InetAddress> out = new ArrayList<>(outside());
    byte[] six = new byte[16];
    six[15] = 1;
    try {
      out.add(InetAddress.getByAddress(new byte[] {127, 0, 0, 1}));
      out.add(InetAddress.getByAddress(six));
    } catch (UnknownHostException e) {
      throw new IllegalStateException(e);
    }
    return out;
  }

  /** Names the machine answers to. */
  static List<String> names() {
    Set<String> out = new LinkedHashSet<>(List.of("localhost"));
    String own = hostName();
    if (own != null) {
      out.add(own);
      out.add(own + ".local");
    }
    return List.copyOf(out);
  }

  private static String hostName() {
    try {
      String own = InetAddress.getLocalHost().getHostName().toLowerCase(Locale.ROOT);
      own = own.contains(".") ? own.substring(0, own.indexOf('.')) : own;
      return NAME.matcher(own).matches() && !own.chars().allMatch(Character::isDigit) ? own : null;
    } catch (UnknownHostException e) {
      return null;
    }
  }

  /** Addresses the certificate of a local network is for. */
  List<InetAddress> certifiedAddresses() {
    List<InetAddress> out = new ArrayList<>(all());
    InetAddress told = publicAddress == null ? null : literal(publicAddress.getHost());
    if (told != null && !out.contains(told)) {
      out.add(told);
    }
    return out;
  }

  /** Names it is for. */
  List<String> certifiedNames() {
    Set<String> out = new LinkedHashSet<>(names());
    if (publicAddress != null && literal(publicAddress.getHost()) == null) {
      out.add(publicAddress.getHost().toLowerCase(Locale.ROOT));
    }
    return List.copyOf(out);
  }

  /** Where people find it, best first, without a slash at the end. */
  List<String> addresses(int port) {
    if (publicAddress != null) {
      return List.of(publicAddress.toString().replaceAll("/+$", ""));
    }
    String scheme = encrypts() ? "https" : "http";
    List<String> out = new ArrayList<>();
    if (encrypts()) {
      outside().forEach(a -> out.add(scheme + "://" + host(a) + ":" + port));
      names().stream()
          .filter(n -> n.endsWith(".local"))
          .forEach(n -> out.add(scheme + "://" + n + ":" + port));
    }
    out.add(scheme + "://127.0.0.1:" + port);
    return out;
  }

  static String host(InetAddress a) {
    String bare = a.getHostAddress().replaceAll("%.*", "");
    return a instanceof Inet4Address ? bare : "[" + bare + "]";
  }

  /**
   * Whether a request may be addressed to a host: others are names laid over this one by a page.
   */
  boolean answersTo(String host) {
    if (host == null) {
      return false;
    }
    String bare = host.toLowerCase(Locale.ROOT);
    if (names().contains(bare)
        || publicAddress != null && publicAddress.getHost().equalsIgnoreCase(bare)) {
      return true;
    }
    InetAddress a = literal(bare);
    return a != null && (a.isLoopbackAddress() || encrypts() && outside().contains(a));
  }

  /** An address that is written out; null for a name, which is never looked up. */
  private static InetAddress literal(String host) {
    String bare = host.replaceAll("[\\[\\]]", "");
    try {
      return bare.contains(":") || bare.matches("[0-9]+(\\.[0-9]+){3}")
          ? InetAddress.getAllByName(bare)[0]
          : null;
    } catch (UnknownHostException e) {
      return null;
    }
  }
}
