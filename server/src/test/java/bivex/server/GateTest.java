package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.access.Allowed;
import bivex.server.access.Anyone;
import bivex.server.access.SignedIn;
import bivex.server.keep.Production;
import java.lang.annotation.Annotation;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.net.http.HttpRequest;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.http.MediaType;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

class GateTest {
  private final House house = House.shared();
  private final Production production = house.production();

  private record Endpoint(String method, String path, boolean multipart, HandlerMethod handler) {}

  private List<Endpoint> endpoints() {
    List<Endpoint> out = new ArrayList<>();
    for (Map.Entry<RequestMappingInfo, HandlerMethod> e :
        house
            .bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
            .getHandlerMethods()
            .entrySet()) {
      if (e.getValue().getBeanType().getName().startsWith("bivex.")) {
        boolean multipart =
            e.getKey()
                .getConsumesCondition()
                .getConsumableMediaTypes()
                .contains(MediaType.MULTIPART_FORM_DATA);
        for (String pattern : e.getKey().getPatternValues()) {
          String path =
              pattern
                  .replace("{production}", production.id.toString())
                  .replace("{sum}", "S5")
                  .replaceAll("\\{[^}]+}", UUID.randomUUID().toString());
          e.getKey()
              .getMethodsCondition()
              .getMethods()
              .forEach(m -> out.add(new Endpoint(m.name(), path, multipart, e.getValue())));
        }
      }
    }
    return out;
  }

  private static int call(Caller c, Endpoint e) {
    if (e.multipart()) {
      return c.upload(e.path(), "x.txt", new byte[] {1}, Map.of()).status();
    }
    return c.call(
            e.method(),
            e.path(),
            e.method().equals("GET") || e.method().equals("DELETE")
                ? HttpRequest.BodyPublishers.noBody()
                : HttpRequest.BodyPublishers.ofString("{}"),
            "application/json",
            "If-Match",
            "\"0\"")
        .status();
  }

  @Test
  void everyEndpointSaysWhoMayCallIt() {
    assertThat(endpoints())
        .hasSizeGreaterThan(30)
        .allSatisfy(
            e -> {
              List<Class<? extends Annotation>> said =
                  List.<Class<? extends Annotation>>of(Allowed.class, SignedIn.class, Anyone.class)
                      .stream()
                      .filter(a -> e.handler().hasMethodAnnotation(a))
                      .toList();
              assertThat(said).as(e.method() + " " + e.path()).hasSize(1);
              assertThat(e.path().contains(production.id.toString()))
                  .isEqualTo(said.get(0) == Allowed.class);
            });
  }

  @Test
  void nobodyElseGetsIn() {
    Caller stranger = new Caller(house.address(), null);
    Caller outsider = house.person(house.production(), Role.PRODUCER);
    Map<Role, Caller> crew = new EnumMap<>(Role.class);
    for (Role r : Role.values()) {
      crew.put(r, house.person(production, r));
    }
    int refused = 0;
    for (Endpoint e : endpoints()) {
      String what = e.method() + " " + e.path();
      if (e.handler().hasMethodAnnotation(Anyone.class)) {
        continue;
      }
      assertThat(call(stranger, e)).as("stranger " + what).isEqualTo(401);
      Allowed allowed = e.handler().getMethodAnnotation(Allowed.class);
      if (allowed == null) {
        continue;
      }
      assertThat(call(outsider, e)).as("outsider " + what).isEqualTo(404);
      for (Role r : Role.values()) {
        boolean may = Set.of(allowed.value()).contains(r);
        if (!may) {
          assertThat(call(crew.get(r), e)).as(r + " " + what).isEqualTo(403);
          refused++;
        } else if (!e.path().endsWith("/events")) {
          assertThat(call(crew.get(r), e)).as(r + " " + what).isNotIn(401, 403, 500);
        }
      }
    }
    assertThat(refused).isGreaterThan(40);
  }

  @Test
  void aChangeWithoutTheTokenIsRefused() {
    Caller c = house.person(production, Role.PRODUCER);
    HttpRequest bare =
        HttpRequest.newBuilder(
                java.net.URI.create(
                    house.address() + "/api/productions/" + production.id + "/days"))
            .header("Content-Type", "application/json")
            .POST(HttpRequest.BodyPublishers.ofString("{\"date\":\"2026-11-24\",\"place\":\"x\"}"))
            .build();
    assertThat(
            c.client()
                .sendAsync(bare, java.net.http.HttpResponse.BodyHandlers.discarding())
                .join()
                .statusCode())
        .isEqualTo(403);
  }

  @Test
  void guessingPasswordsIsCutShort() {
    Caller c = new Caller(house.address(), null);
    int last = 0;
    try (House own = House.start(false)) {
      Caller there = new Caller(own.address(), null);
      for (int i = 0; i < 12; i++) {
        last =
            there.post("/api/session", Map.of("login", "nobody", "password", "wrong" + i)).status();
        assertThat(last).isIn(401, 429);
      }
      assertThat(last).isEqualTo(429);
      // The empty house lets exactly one producer in, with the printed link only.
      Map<String, Object> first =
          Map.of(
              "token",
              own.bean(bivex.server.session.FirstProducer.class).token(),
              "name",
              "First",
              "login",
              "first",
              "password",
              "long enough pw",
              "production",
              Map.of("code", "FP", "title", "First picture", "rate", "24"));
      Caller newcomer = new Caller(own.address(), null);
      assertThat(
              newcomer
                  .post(
                      "/api/session/first",
                      Map.of(
                          "token",
                          "guess",
                          "name",
                          "x",
                          "login",
                          "xy",
                          "password",
                          "long enough pw"))
                  .status())
          .isEqualTo(403);
      assertThat(newcomer.post("/api/session/first", first).text("seats/0/role"))
          .isEqualTo("PRODUCER");
      assertThat(new Caller(own.address(), null).post("/api/session/first", first).status())
          .isEqualTo(403);
    }
    assertThat(c.get("/api/session").text("name")).isEmpty();
  }

  @Test
  void headersKeepScriptsAndFramesOut() {
    var headers = new Caller(house.address(), null).get("/").raw().headers();
    assertThat(headers.firstValue("Content-Security-Policy").orElse(""))
        .contains("script-src 'self'")
        .contains("frame-ancestors 'none'");
    assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
  }

  /** Two records of one name would overwrite one another in the document of the interface. */
  @Test
  void everyRecordOfTheInterfaceHasANameOfItsOwn() {
    Map<String, Class<?>> named = new HashMap<>();
    for (Endpoint e : endpoints()) {
      collect(e.handler().getMethod().getGenericReturnType(), named);
      for (Type t : e.handler().getMethod().getGenericParameterTypes()) {
        collect(t, named);
      }
    }
    assertThat(named.size()).isGreaterThan(100);
  }

  private static void collect(Type type, Map<String, Class<?>> named) {
    if (type instanceof ParameterizedType p) {
      collect(p.getRawType(), named);
      for (Type t : p.getActualTypeArguments()) {
        collect(t, named);
      }
    } else if (type instanceof Class<?> c && c.isRecord() && c.getName().startsWith("bivex.")) {
      Class<?> had = named.putIfAbsent(c.getSimpleName(), c);
      assertThat(had == null ? c : had).as(c.getSimpleName()).isEqualTo(c);
      if (had == null) {
        for (RecordComponent r : c.getRecordComponents()) {
          collect(r.getGenericType(), named);
        }
      }
    }
  }
}
