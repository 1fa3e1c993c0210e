package bivex.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.plate.Zone;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValuesTest {
  private static final List<Parameter> ALL =
      List.of(
          Parameter.number("metres", "Way", "m", 0.5, 100, 12, "paced"),
          Parameter.whole("frames", "Frames", "frames", 1, 24, 3, "usual"),
          Parameter.yesNo("wind", "Wind", true, "sells it"),
          Parameter.choice("variant", "Made as", List.of("streak", "run"), "first is usual"),
          Parameter.text("thing", "Thing", "the mug", ""),
          Parameter.zones("zones", "Zones", List.of(new Zone(1, 0, 0.1, 0.4)), ""));

  @Test
  void whatIsNotGivenTakesItsDefault() {
    Values v = Values.of(ALL, Map.of());
    assertThat(v.number("metres")).isEqualTo(12);
    assertThat(v.whole("frames")).isEqualTo(3);
    assertThat(v.yes("wind")).isTrue();
    assertThat(v.word("variant")).isEqualTo("streak");
    assertThat(v.word("thing")).isEqualTo("the mug");
    assertThat(v.zones("zones")).hasSize(1);
    assertThat(v.all()).hasSize(6);
  }

  @Test
  void numbersMayComeAsTextFromAForm() {
    Values v = Values.of(ALL, Map.of("metres", " 7.5 ", "frames", "5", "thing", "  the lamp "));
    assertThat(v.number("metres")).isEqualTo(7.5);
    assertThat(v.whole("frames")).isEqualTo(5);
    assertThat(v.word("thing")).isEqualTo("the lamp");
  }

  @ParameterizedTest
  @CsvSource({
    "metres,0.4,must be from 0.5 to 100",
    "metres,100.1,must be from",
    "metres,far,must be a number in m",
    "metres,NaN,must be from",
    "frames,2.5,must be a whole number",
    "frames,25,must be from 1 to 24",
    "variant,walk,'must be one of streak, run'",
    "colour,red,is no parameter here"
  })
  void whatIsWrongIsNamed(String key, String value, String words) {
    assertThatThrownBy(() -> Values.of(ALL, Map.of(key, value)))
        .isInstanceOf(InvalidInput.class)
        .hasMessage(key + ": " + messageAfter(key, value))
        .hasMessageContaining(words);
  }

  private static String messageAfter(String key, String value) {
    try {
      Values.of(ALL, Map.of(key, value));
      return "";
    } catch (InvalidInput e) {
      assertThat(e.field()).isEqualTo(key);
      return e.getMessage().substring(key.length() + 2);
    }
  }

  @Test
  void yesAndNoAreNotGuessed() {
    assertThat(Values.of(ALL, Map.of("wind", false)).yes("wind")).isFalse();
    assertThatThrownBy(() -> Values.of(ALL, Map.of("wind", "maybe")))
        .hasMessage("wind: must be yes or no");
  }

  @Test
  void zonesComeAsTheirOwnTypeOrAsTheyAreSent() {
    Map<String, Object> sent = Map.of("part", 2, "frame", 12, "left", 0.25, "right", 0.5);
    assertThat(Values.of(ALL, Map.of("zones", List.of(sent))).zones("zones"))
        .containsExactly(new Zone(2, 12, 0.25, 0.5));
    assertThatThrownBy(() -> Values.of(ALL, Map.of("zones", "left")))
        .hasMessage("zones: must be a list of zones");
    assertThatThrownBy(() -> Values.of(ALL, Map.of("zones", List.of("left"))))
        .hasMessageStartingWith("zones[0]:");
    Map<String, Object> broken = new HashMap<>(sent);
    broken.remove("left");
    assertThatThrownBy(() -> Values.of(ALL, Map.of("zones", List.of(sent, broken))))
        .hasMessageStartingWith("zones[1]: left");
  }

  /**
   * What a screen needs to ask well is there for every parameter of every method, and every default
   * is one it accepts itself.
   */
  @Test
  void everyParameterOfTheBookExplainsItself() {
    MethodBook.all()
        .forEach(
            m -> {
              assertThat(m.parameters()).extracting(Parameter::key).doesNotHaveDuplicates();
              assertThat(m.parameters())
                  .allSatisfy(
                      p -> {
                        assertThat(p.label()).isNotBlank();
                        assertThat(p.reason()).as(m.id() + " " + p.key()).isNotBlank();
                        Map<String, Object> fallback = Map.of(p.key(), p.fallback());
                        assertThat(Values.of(m.parameters(), fallback).all().get(p.key()))
                            .isEqualTo(p.fallback());
                      });
            });
  }
}
