package bivex.server.keep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.delivery.ColourWanted;
import bivex.core.delivery.MediaWanted;
import bivex.core.delivery.SoundWanted;
import bivex.core.method.HouseMethod;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.OwnItem;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.review.Drawing;
import bivex.core.shoot.CameraData;
import bivex.core.time.FrameRate;
import bivex.server.http.Json;
import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Modifier;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.core.type.filter.AssignableTypeFilter;
import tools.jackson.databind.JsonNode;

/**
 * Every type kept as JSON goes on being read as it was written. {@code stored/} holds one file for
 * each column and version: what an installation of that time has in its rows, every field filled.
 * {@code -Dwrite=true} writes files that are missing and leaves those that stand.
 */
class StoredShapesTest {
  private static final Path STORED = Path.of("src/test/resources/stored");

  static Stream<JsonColumn<?>> columns() {
    var scan = new ClassPathScanningCandidateComponentProvider(false);
    scan.addIncludeFilter(new AssignableTypeFilter(JsonColumn.class));
    return scan.findCandidateComponents("bivex.server").stream()
        .map(found -> found.getBeanClassName())
        .sorted()
        .map(StoredShapesTest::column);
  }

  private static JsonColumn<?> column(String name) {
    try {
      var constructor = Class.forName(name).getDeclaredConstructor();
      constructor.setAccessible(true);
      return (JsonColumn<?>) constructor.newInstance();
    } catch (ReflectiveOperationException e) {
      throw new LinkageError(name + ": a column is made without arguments", e);
    }
  }

  private static Path file(JsonColumn<?> column, int version) {
    String name = column.getClass().getName();
    String file = name.substring(name.lastIndexOf('.') + 1).replace('$', '-') + ".v" + version;
    return STORED.resolve(file + ".json");
  }

  @ParameterizedTest
  @MethodSource("columns")
  <T> void whatAnyVersionWroteIsReadWhole(JsonColumn<T> column) throws IOException {
    Path newest = file(column, column.version());
    if (Boolean.getBoolean("write") && Files.notExists(newest)) {
      Files.writeString(newest, pretty(column.convertToDatabaseColumn(sample(column))));
    }
    assertThat(newest)
        .as("the shape of %s in version %d, see CONTRIBUTING", column, column.version())
        .exists();
    JsonNode written = Json.MAPPER.readTree(Files.readString(newest));
    assertThat(gaps(written, ""))
        .as("fields of %s that are empty", newest)
        // A method of the book is not of the house.
        .filteredOn(path -> !(column instanceof Shot.Methods) || !path.endsWith(".house"))
        .isEmpty();
    assertThat(again(column, written.toString()))
        .as("what is read of %s is written again, nothing more, nothing less", newest)
        .isEqualTo(written);
    for (int v = 0; v < column.version(); v++) {
      Path older = file(column, v);
      if (v == 0 && Files.notExists(older)) {
        assertThat(again(column, written.get("value").toString()))
            .as("version 0 is the bare value in the shape of 1")
            .isEqualTo(written);
      } else {
        JsonNode read = again(column, Files.readString(older));
        assertThat(lost(read.get("value"), written.get("value"), ""))
            .as("%s, as the newest has it; what it did not know is not read", older)
            .isEmpty();
      }
    }
  }

  @Test
  void aRenamedFieldOrANewerVersionIsAnErrorAndNotAnEmptyValue() {
    var camera = new TakeEntry.Camera();
    assertThat(camera.convertToEntityAttribute("{\"focalMm\":35}").focalMm()).isEqualTo(35);
    assertThatThrownBy(() -> camera.convertToEntityAttribute("{\"focalLengthMm\":35}"))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("focalLengthMm");
    assertThatThrownBy(() -> camera.convertToEntityAttribute("{\"v\":99,\"value\":{}}"))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("99");
    var passes = new PlateMeasure.Passes();
    assertThat(
            passes
                .convertToEntityAttribute(
                    "{\"v\":1,\"value\":{\"verdict\":\"x\",\"moving\":true,\"begins\":2,\"even\":false,"
                        + "\"errorPx\":1.5,\"retimeFrames\":0,\"afterPx\":0,"
                        + "\"parts\":{\"px\":0,\"frame\":0,\"blindPx\":\"NaN\"}}}")
                .parts()
                .blindPx())
        .as("parts that could not be looked at, as version 1 kept them")
        .isNull();
    var rates = new Production.Rates();
    assertThat(rates.convertToEntityAttribute("[]").own())
        .as("no rates of one's own, as kept before there were versions")
        .isEmpty();
  }

  /** A renamed number of a method would lose the plan of every shot that has set it. */
  @Test
  void everyNumberOfEveryMethodThatWasEverKeptIsStillKnown() throws IOException {
    var column = new Shot.Methods();
    ShotSetting setting =
        new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);
    List<MethodChoice> kept =
        column.convertToEntityAttribute(Files.readString(file(column, column.version())));
    assertThat(kept)
        .allSatisfy(c -> assertThat(MethodBook.derive(setting, List.of(c)).plates()).isNotNull());
    assertThat(choices())
        .as("a method or a number that is new is added to the file")
        .allSatisfy(
            now -> {
              MethodChoice then =
                  kept.stream()
                      .filter(c -> c.method().equals(now.method()))
                      .findFirst()
                      .orElseThrow(() -> new AssertionError(now.method()));
              assertThat(then.values().keySet()).containsAll(now.values().keySet());
            });
  }

  /** A renamed number of a kind would leave a thing that somebody made without it. */
  @Test
  void everyNumberOfEveryOwnThingThatWasEverKeptIsStillKnown() throws IOException {
    var column = new Shot.Own();
    assertThat(column.convertToEntityAttribute(Files.readString(file(column, 1))))
        .allSatisfy(i -> assertThat(i.checked()).isEqualTo(i))
        .extracting(OwnItem::kind)
        .containsExactly(OwnItem.Kind.values());
  }

  /** What the newest file has and an older one, read again, has otherwise and not as null. */
  private static List<String> lost(JsonNode read, JsonNode newest, String path) {
    List<String> out = new ArrayList<>();
    if (newest == null) {
      out.add(path);
    } else if (newest.isObject() && read != null && read.isObject()) {
      newest.properties().stream()
          // A number that a method asks for since has its usual value.
          .filter(p -> read.has(p.getKey()) || !path.endsWith(".values"))
          .forEach(
              p -> out.addAll(lost(read.get(p.getKey()), p.getValue(), path + "." + p.getKey())));
    } else if (newest.isArray() && read != null && read.isArray()) {
      // A newer file may have entries beside, at the end.
      for (int i = 0; i < read.size(); i++) {
        out.addAll(lost(read.get(i), newest.get(i), path + "[" + i + "]"));
      }
    } else if (read == null || !read.isNull() && !read.equals(newest)) {
      out.add(path);
    }
    return out;
  }

  /** What is read of a text, written again. */
  private static <T> JsonNode again(JsonColumn<T> column, String text) {
    return Json.MAPPER.readTree(
        column.convertToDatabaseColumn(column.convertToEntityAttribute(text)));
  }

  private static String pretty(String json) {
    return Json.MAPPER.readTree(json).toPrettyString() + "\n";
  }

  /** Paths of what is null, an empty list or an empty object. */
  private static List<String> gaps(JsonNode node, String path) {
    List<String> out = new ArrayList<>();
    if (node.isNull() || (node.isContainer() && node.isEmpty())) {
      out.add(path);
    }
    node.properties().forEach(p -> out.addAll(gaps(p.getValue(), path + "." + p.getKey())));
    for (int i = 0; node.isArray() && i < node.size(); i++) {
      out.addAll(gaps(node.get(i), path + "[" + i + "]"));
    }
    return out;
  }

  @SuppressWarnings("unchecked")
  private static <T> T sample(JsonColumn<T> column) {
    Type type =
        ((ParameterizedType) column.getClass().getGenericSuperclass()).getActualTypeArguments()[0];
    if (column instanceof Shot.Methods) {
      return (T) choices();
    }
    if (column instanceof Shot.Own) {
      return (T) owned();
    }
    if (column instanceof SpecEntry.Media) {
      return (T)
          new MediaWanted(
              MediaWanted.Container.MOV,
              MediaWanted.Codec.PRORES,
              "HQ",
              10,
              MediaWanted.Chroma.C422,
              new ColourWanted(
                  ColourWanted.Primaries.BT709,
                  ColourWanted.Transfer.BT709,
                  ColourWanted.Matrix.BT709,
                  ColourWanted.Range.LIMITED),
              false,
              "01:00:00:00",
              MediaWanted.Sound.SOME,
              new SoundWanted(2, 48_000, -23.0, 1.0, -1.0),
              true);
    }
    return (T) new Filler().fill(type, "value");
  }

  /** Every method of the book, and one of the house. */
  private static List<MethodChoice> choices() {
    HouseMethod house =
        new HouseMethod(
                "Hkept01",
                "Lamp in fog",
                "A lamp swings.",
                List.of("swings"),
                List.of(new HouseMethod.HouseUse("E1", 1, "lamp", Map.of("focalMm", 50.0))),
                List.of(
                    new HouseMethod.HouseItem(
                        "1",
                        OwnItem.Kind.TASK,
                        "Tune it",
                        "until it glows",
                        Map.of("units", 2.0),
                        HouseMethod.Per.SHOT)),
                List.of(
                    new HouseMethod.HouseChange(
                        "task:composite", false, Map.of("units", 3.0), "two lamps")))
            .checked();
    return Stream.concat(
            ofTheBook().stream(),
            Stream.of(
                new MethodChoice(
                    house.id(), 1, "", Map.of("amount-1", 3.0), "it swings", List.of("E1"), house)))
        .toList();
  }

  private static List<MethodChoice> ofTheBook() {
    return MethodBook.all().stream()
        .map(
            (Method m) -> {
              Map<String, Object> values = new LinkedHashMap<>();
              for (Parameter p : m.parameters()) {
                values.put(p.key(), p.fallback());
              }
              return new MethodChoice(m.id(), values, "chosen for a reason", List.of("A1"));
            })
        .toList();
  }

  /** One of every kind with every number, which an older one must go on having. */
  private static List<OwnItem> owned() {
    return Stream.of(OwnItem.Kind.values())
        .map(
            k -> {
              Map<String, Object> values = new LinkedHashMap<>();
              k.parameters().forEach(p -> values.put(p.key(), p.fallback()));
              Instant at = Instant.parse("2030-03-17T17:46:40Z");
              return new OwnItem(
                      "a" + k.ordinal() + "00", k, "thing", "for it", values, "by", "id", at)
                  .checked();
            })
        .toList();
  }

  /** Fills a record with values that differ from field to field. */
  private static final class Filler {
    private int next = 1;

    Object fill(Type type, String name) {
      if (type instanceof ParameterizedType p) {
        Type first = p.getActualTypeArguments()[0];
        if (p.getRawType() == List.class) {
          // A week has seven days.
          return Stream.generate(() -> fill(first, name))
              .limit(name.equals("week") ? 7 : 1)
              .toList();
        }
        if (p.getRawType() == Map.class) {
          return Map.of(fill(first, name), fill(p.getActualTypeArguments()[1], name));
        }
        throw new AssertionError("no filling for " + type);
      }
      Class<?> c = (Class<?>) type;
      if (c.isEnum()) {
        return c.getEnumConstants()[next++ % c.getEnumConstants().length];
      }
      if (c.isRecord()) {
        return record(c);
      }
      return switch (c.getSimpleName()) {
        case "boolean", "Boolean" -> true;
        case "Object" -> "value " + next++;
        case "int", "Integer" -> next++;
        case "long", "Long" -> (long) next++;
        case "double", "Double" -> (name.equals("share") ? 0 : 1) + next++ / 64.0;
        case "String" ->
            switch (name) {
              case "zone" -> "UTC";
              case "currency" -> "EUR";
              case "method" -> "A1";
              case "struck" -> "vanish";
              case "field" -> "fNumber";
              default -> "word " + next++;
            };
        case "Instant" -> Instant.ofEpochSecond(1_900_000_000L + next++);
        case "LocalDate" -> LocalDate.of(2031, 5, 1).plusDays(next++);
        case "double[]" -> new double[] {next++ / 64.0, next++ / 64.0};
        case "double[][]" -> new double[][] {{next++ / 64.0, next++ / 64.0}};
        default -> throw new AssertionError("no filling for " + c);
      };
    }

    private Object record(Class<?> c) {
      if (c == FrameRate.class) {
        return FrameRate.FILM;
      }
      if (c == Raster.class) {
        return Raster.UHD;
      }
      if (c == Drawing.Stroke.class) {
        return new Drawing.Stroke(
            Drawing.Kind.WORDS, List.of(new Drawing.PenPoint(0.25, 0.5, 0.75)), "word " + next++);
      }
      if (c == CameraData.class) {
        return new CameraData(
            "body",
            "lens",
            35.0,
            4.0,
            1 / 48.0,
            800.0,
            5600.0,
            false,
            true,
            3.2,
            false,
            FrameRate.FILM,
            Raster.UHD,
            1.45,
            -2.5,
            3.4,
            false,
            "log",
            2.0,
            -3.0,
            "intra",
            10,
            "full width",
            0.25,
            true);
      }
      RecordComponent[] parts = c.getRecordComponents();
      Object[] values = new Object[parts.length];
      Class<?>[] types = new Class<?>[parts.length];
      for (int i = 0; i < parts.length; i++) {
        types[i] = parts[i].getType();
        values[i] = fill(parts[i].getGenericType(), parts[i].getName());
      }
      try {
        var constructor = c.getDeclaredConstructor(types);
        if (!Modifier.isPublic(c.getModifiers())) {
          constructor.setAccessible(true);
        }
        return constructor.newInstance(values);
      } catch (InvocationTargetException e) {
        throw new AssertionError(c + " of " + List.of(values), e.getCause());
      } catch (ReflectiveOperationException e) {
        throw new LinkageError(c.toString(), e);
      }
    }
  }
}
