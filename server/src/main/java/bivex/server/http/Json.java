package bivex.server.http;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.List;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.deser.jdk.StringDeserializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * How the core's values are written as JSON, on the wire and in columns alike. A frame rate is its
 * exact text.
 */
@Configuration
public class Json {
  private static final int MOST = 5 * InvalidInput.LONGEST;

  private static final SimpleModule CORE =
      new SimpleModule("core")
          .addSerializer(
              FrameRate.class,
              new ValueSerializer<FrameRate>() {
                @Override
                public void serialize(
                    FrameRate value, JsonGenerator out, SerializationContext context) {
                  out.writeString(value.text());
                }
              })
          .addDeserializer(
              FrameRate.class,
              new ValueDeserializer<FrameRate>() {
                @Override
                public FrameRate deserialize(JsonParser in, DeserializationContext context) {
                  return FrameRate.parse(in.getString());
                }
              });

  /** Words of requests: the database keeps no NUL, and no word has one. */
  private static final SimpleModule WORDS =
      new SimpleModule("words")
          .addDeserializer(
              String.class,
              new ValueDeserializer<String>() {
                @Override
                public String deserialize(JsonParser in, DeserializationContext context) {
                  String text = StringDeserializer.instance.deserialize(in, context);
                  if (text != null && text.indexOf('\0') >= 0) {
                    return (String)
                        context.handleWeirdStringValue(
                            String.class, "", "holds a character that is none");
                  }
                  // Only a script that is pasted is longer than two pages times five.
                  if (text != null && text.length() > MOST && !"text".equals(in.currentName())) {
                    return (String) context.handleWeirdStringValue(String.class, "", "is too long");
                  }
                  return text;
                }

                @Override
                public String getNullValue(DeserializationContext context) {
                  return null;
                }
              });

  /** For columns that hold JSON. */
  public static final JsonMapper MAPPER = JsonMapper.builder().addModule(CORE).build();

  static {
    SpringDocUtils.getConfig().replaceWithClass(FrameRate.class, String.class);
  }

  @Bean
  JsonMapperBuilderCustomizer coreValues() {
    return builder ->
        builder
            .addModule(CORE)
            .addModule(WORDS)
            .withConfigOverride(
                List.class, o -> o.setNullHandling(JsonSetter.Value.forContentNulls(Nulls.FAIL)));
  }
}
