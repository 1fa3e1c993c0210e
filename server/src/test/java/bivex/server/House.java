package bivex.server;

import bivex.core.crew.Role;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.People;
import bivex.server.keep.Person;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.production.ProductionDesk;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/**
 * The real application on a free port against a throw-away PostgreSQL on loopback. One database
 * cluster and one empty house serve a whole test run; a house of one's own costs some seconds.
 */
public final class House implements AutoCloseable {
  public static final String PASSWORD = "a-long-password";
  private static final String HASH = new BCryptPasswordEncoder(4).encode(PASSWORD);
  private static final AtomicInteger NUMBER = new AtomicInteger();
  private static int databasePort;
  private static House shared;

  private final ConfigurableApplicationContext context;
  private final Path data;
  private final String url;

  private House(ConfigurableApplicationContext context, Path data, String url) {
    this.context = context;
    this.data = data;
    this.url = url;
  }

  /** The house most tests share; each makes a production of its own in it. */
  public static synchronized House shared() {
    if (shared == null) {
      shared = start(false);
    }
    return shared;
  }

  /** A house of its own, empty or with the demo production. */
  public static synchronized House start(boolean demo) {
    return start(demo, Map.of());
  }

  /**
   * @param more settings beside or in place of the usual ones
   */
  public static synchronized House start(boolean demo, Map<String, Object> more) {
    try {
      String url = database();
      Path data = Files.createTempDirectory("bivex-house");
      SpringApplication app = new SpringApplication(BivexApplication.class);
      Map<String, Object> settings =
          new HashMap<>(
              Map.of(
                  "server.port",
                  0,
                  "bivex.demo",
                  demo,
                  "bivex.data",
                  data.toString(),
                  "spring.datasource.url",
                  url,
                  "spring.datasource.username",
                  "bivex",
                  "spring.datasource.password",
                  "bivex",
                  "spring.jpa.properties.hibernate.generate_statistics",
                  true,
                  "logging.level.org.hibernate.orm.statistics",
                  "error",
                  "logging.level.bivex",
                  "warn"));
      settings.putAll(more);
      app.setDefaultProperties(settings);
      return new House(
          app.run(
              Arrays.stream(settings.entrySet().toArray())
                  .map(Object::toString)
                  .map(s -> "--" + s)
                  .toArray(String[]::new)),
          data,
          url);
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  /** A new empty database, as a JDBC address. */
  public static synchronized String database() {
    String name = "house" + NUMBER.incrementAndGet();
    try {
      cluster();
      try (Connection c =
          DriverManager.getConnection(
              "jdbc:postgresql://127.0.0.1:" + databasePort + "/postgres", "bivex", "bivex")) {
        c.createStatement().execute("create database " + name);
      }
    } catch (IOException | SQLException e) {
      throw new IllegalStateException(e);
    }
    return "jdbc:postgresql://127.0.0.1:" + databasePort + "/" + name;
  }

  private static void cluster() throws IOException {
    if (databasePort != 0) {
      return;
    }
    // Measurements ask for a cluster as it is installed: on a disk, every commit written through.
    boolean durable = Boolean.getBoolean("bivex.durable");
    Path root =
        Files.createTempDirectory(
            !durable && Files.isDirectory(Path.of("/dev/shm"))
                ? Path.of("/dev/shm")
                : Path.of("/tmp"),
            "bivex-pg");
    boolean superuser = System.getProperty("user.name").equals("root");
    Path bin;
    try (var versions = Files.list(Path.of("/usr/lib/postgresql"))) {
      bin = versions.sorted().reduce((a, b) -> b).orElseThrow().resolve("bin");
    }
    if (superuser) {
      run(List.of("chown", "postgres", root.toString()));
    }
    int port;
    try (ServerSocket s = new ServerSocket(0)) {
      port = s.getLocalPort();
    }
    Path pgdata = root.resolve("data");
    run(
        asDatabaseUser(
            superuser,
            bin + "/initdb",
            "-D",
            pgdata.toString(),
            "-U",
            "bivex",
            "--auth=trust",
            "--no-sync",
            "-E",
            "UTF8",
            "--locale=C.UTF-8"));
    run(
        asDatabaseUser(
            superuser,
            bin + "/pg_ctl",
            "-D",
            pgdata.toString(),
            "-w",
            "-l",
            root.resolve("log").toString(),
            "-o",
            "-p "
                + port
                + " -c listen_addresses=127.0.0.1 -c unix_socket_directories="
                + (durable
                    ? ""
                    : " -c fsync=off -c synchronous_commit=off -c full_page_writes=off"),
            "start"));
    databasePort = port;
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(
                () -> {
                  run(
                      asDatabaseUser(
                          superuser,
                          bin + "/pg_ctl",
                          "-D",
                          pgdata.toString(),
                          "-m",
                          "immediate",
                          "stop"));
                  run(List.of("rm", "-rf", root.toString()));
                }));
  }

  private static List<String> asDatabaseUser(boolean superuser, String... command) {
    List<String> out =
        new ArrayList<>(superuser ? List.of("runuser", "-u", "postgres", "--") : List.of());
    out.addAll(List.of(command));
    return out;
  }

  /** Runs a program to its end; its output is shown only when it fails. */
  public static void run(List<String> command) {
    try {
      Path log = Files.createTempFile("run", ".log");
      Process p =
          new ProcessBuilder(command)
              .directory(Path.of("/").toFile())
              .redirectErrorStream(true)
              .redirectOutput(log.toFile())
              .start();
      if (p.waitFor() != 0) {
        throw new IllegalStateException(command + "\n" + Files.readString(log));
      }
      Files.delete(log);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    }
  }

  public String address() {
    return (ssl() == null ? "http" : "https") + "://127.0.0.1:" + port();
  }

  /** What a device trusts of a house on a local network: its authority; null elsewhere. */
  public SSLContext ssl() {
    Path authority = data.resolve("certificates").resolve("authority.crt");
    if (!Files.exists(authority)) {
      return null;
    }
    try (InputStream in = Files.newInputStream(authority)) {
      KeyStore trusted = KeyStore.getInstance("PKCS12");
      trusted.load(null, null);
      trusted.setCertificateEntry(
          "house", CertificateFactory.getInstance("X.509").generateCertificate(in));
      TrustManagerFactory f = TrustManagerFactory.getInstance("PKIX");
      f.init(trusted);
      SSLContext c = SSLContext.getInstance("TLS");
      c.init(null, f.getTrustManagers(), null);
      return c;
    } catch (IOException | GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  public int port() {
    return ((WebServerApplicationContext) context).getWebServer().getPort();
  }

  public <T> T bean(Class<T> type) {
    return context.getBean(type);
  }

  public <T> T bean(String name, Class<T> type) {
    return context.getBean(name, type);
  }

  /** The same application over the same database in a process of its own, which can be killed. */
  public Process outside(int port) {
    return outside(port, "-Xmx512m");
  }

  /**
   * @param jvm options of its process
   */
  public Process outside(int port, String... jvm) {
    try {
      String classes =
          System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
      Path log = Files.createTempFile("outside", ".log");
      List<String> command =
          new ArrayList<>(
              List.of(
                  Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                  "-XX:+UseSerialGC"));
      command.addAll(List.of(jvm));
      command.addAll(
          List.of(
              "-cp",
              classes,
              "bivex.server.BivexApplication",
              "--server.port=" + port,
              "--bivex.data=" + data,
              "--spring.datasource.url=" + url,
              "--spring.datasource.username=bivex",
              "--spring.datasource.password=bivex"));
      Process p =
          new ProcessBuilder(command)
              .redirectErrorStream(true)
              .redirectOutput(log.toFile())
              .start();
      for (int i = 0; i < 3000 && p.isAlive(); i++) {
        if (Files.readString(log).contains("Bivex is ready")) {
          return p;
        }
        Thread.sleep(100);
      }
      throw new IllegalStateException(Files.readString(log));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    }
  }

  /** A port nobody listens on. */
  public static int freePort() {
    try (ServerSocket s = new ServerSocket(0)) {
      return s.getLocalPort();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  public Path data() {
    return data;
  }

  /**
   * A new production with a producer called "producer-…"; others are added with {@link #person}.
   */
  public Production production() {
    Production p =
        ProductionDesk.make(
            new ProductionDesk.NewProduction(
                "P" + NUMBER.incrementAndGet(), "A test production", "24"));
    return bean(Productions.class).saveAndFlush(p);
  }

  /** Somebody with a role on a production, signed in. */
  public Caller person(Production production, Role role) {
    Person x = new Person();
    x.id = UUID.randomUUID();
    x.login = role.name().toLowerCase(Locale.ROOT) + "-" + NUMBER.incrementAndGet();
    x.name = x.login;
    x.passwordHash = HASH;
    x.createdAt = Instant.now();
    bean(People.class).saveAndFlush(x);
    if (production != null) {
      Membership m = new Membership();
      m.id = UUID.randomUUID();
      m.production = production;
      m.person = x;
      m.role = role;
      bean(Memberships.class).saveAndFlush(m);
    }
    return signedIn(address(), x.id, x.login, ssl());
  }

  /** The same person, signed in at another server over the same database. */
  public Caller again(Caller who, int port) {
    return signedIn(
        "http://127.0.0.1:" + port,
        who.person(),
        bean(People.class).findById(who.person()).orElseThrow().login,
        null);
  }

  private static Caller signedIn(String address, UUID person, String login, SSLContext ssl) {
    Caller c = new Caller(address, person, ssl);
    Caller.Answer a = c.post("/api/session", Map.of("login", login, "password", PASSWORD));
    if (a.status() != 200) {
      throw new IllegalStateException(a.toString());
    }
    return c;
  }

  @Override
  public void close() {
    context.close();
  }
}
