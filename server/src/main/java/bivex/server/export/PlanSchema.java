package bivex.server.export;

import bivex.core.delivery.ColourWanted;
import bivex.core.delivery.MediaWanted;
import bivex.core.delivery.SoundWanted;
import bivex.core.shoot.CameraData;
import bivex.server.delivery.SpecDesk;
import bivex.server.http.Json;
import bivex.server.shot.HouseMethodResource;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * The schemas of exported plans and methods, taken from the document of the interface, so that the
 * two can never differ.
 */
@Component
public class PlanSchema {
  static final String PATH = "/api/schemas/plan";
  private static final String RATE = "^[0-9]+(\\.[0-9]+|/[0-9]+)?$";
  private static final String ROOT = "PlanExport";
  private static final String REF = "#/components/schemas/";

  @SuppressWarnings("unchecked")
  private static Map<String, Object> read(
      String root, String path, String title, Map<String, Object> needed) {
    Map<String, Object> all;
    try (InputStream in = PlanSchema.class.getResourceAsStream("/openapi.json")) {
      Map<String, Object> document = Json.MAPPER.readValue(in, Map.class);
      all = (Map<String, Object>) ((Map<String, Object>) document.get("components")).get("schemas");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    collect(all, root, needed);
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    out.put("$id", path);
    out.put("title", title);
    out.putAll((Map<String, Object>) needed.remove(root));
    out.put("$defs", needed);
    return out;
  }

  /** Of a method of the house. */
  Map<String, Object> houseMethod() {
    return read(
        "HouseMethodFile", HouseMethodResource.SCHEMA, "Method of a house", new TreeMap<>());
  }

  /** Of a delivery specification. */
  Map<String, Object> specification() {
    Map<String, Object> needed = new TreeMap<>();
    Map<String, Object> out =
        read("NewSpecFile", SpecDesk.SCHEMA, "Delivery specification", needed);
    // What is not asked for is null.
    orNull(needed, "NewSpec", Set.of("media", "words", "answerDays"));
    for (Class<? extends Record> asked :
        List.of(MediaWanted.class, ColourWanted.class, SoundWanted.class)) {
      orNull(
          needed,
          asked.getSimpleName(),
          Arrays.stream(asked.getRecordComponents())
              .map(RecordComponent::getName)
              .collect(Collectors.toSet()));
    }
    return out;
  }

  /** Of an exported plan. */
  @SuppressWarnings("unchecked")
  Map<String, Object> plan() {
    Map<String, Object> needed = new TreeMap<>();
    Map<String, Object> out = read(ROOT, PATH, "Plan of an effect shot", needed);
    Map<String, Object> told = (Map<String, Object>) out.get("properties");
    ((Map<String, Object>) told.get("rate")).put("pattern", RATE);
    ((Map<String, Object>) told.get("cutFrames")).put("minimum", 1);
    ((Map<String, Object>) told.get("handles")).put("minimum", 0);
    ((Map<String, Object>) told.get("firstFrame")).put("minimum", 0);
    // A point of a drawing that belongs to no frame has none; what a plan does not ask of the
    // camera is null.
    orNull(needed, "Point", Set.of("frame"));
    orNull(needed, "Plate", Set.of("wayOut"));
    orNull(needed, "MethodChoice", Set.of("house"));
    orNull(needed, "PlateTerms", Set.of("counted"));
    orNull(needed, "CameraData", Set.copyOf(CameraData.FIELDS));
    return out;
  }

  @SuppressWarnings("unchecked")
  private static void orNull(Map<String, Object> all, String record, Set<String> fields) {
    Map<String, Object> properties =
        (Map<String, Object>) ((Map<String, Object>) all.get(record)).get("properties");
    for (String f : fields) {
      Map<String, Object> is = (Map<String, Object>) properties.get(f);
      if (is.get("type") instanceof String type) {
        is.put("type", List.of(type, "null"));
        if (is.get("enum") instanceof List<?> values) {
          List<Object> more = new ArrayList<>(values);
          more.add(null);
          is.put("enum", more);
        }
      } else {
        properties.put(f, Map.of("anyOf", List.of(is, Map.of("type", "null"))));
      }
    }
  }

  private static void collect(Map<String, Object> all, String name, Map<String, Object> needed) {
    if (!needed.containsKey(name)) {
      needed.put(name, Map.of());
      needed.put(name, rewritten(all, all.get(name), needed));
    }
  }

  private static Object rewritten(
      Map<String, Object> all, Object node, Map<String, Object> needed) {
    if (node instanceof Map<?, ?> map) {
      Map<String, Object> out = new LinkedHashMap<>();
      map.forEach(
          (k, v) -> {
            if (k.equals("$ref") && v instanceof String ref && ref.startsWith(REF)) {
              String name = ref.substring(REF.length());
              collect(all, name, needed);
              out.put("$ref", "#/$defs/" + name);
            } else {
              out.put((String) k, rewritten(all, v, needed));
            }
          });
      // A field that is misspelt is no field of a plan.
      if (out.get("properties") instanceof Map<?, ?> && "object".equals(out.get("type"))) {
        out.putIfAbsent("additionalProperties", false);
      }
      return out;
    }
    return node instanceof List<?> list
        ? list.stream().map(x -> rewritten(all, x, needed)).toList()
        : node;
  }
}
