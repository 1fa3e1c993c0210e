package bivex.server.http;

import bivex.core.time.FrameRate;
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
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * How the core's values are written as JSON, on the wire and in columns alike. A frame rate is its
 * exact text.
 */
@Configuration
public class Json {
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

  /** For columns that hold JSON. */
  public static final JsonMapper MAPPER = JsonMapper.builder().addModule(CORE).build();

  static {
    SpringDocUtils.getConfig().replaceWithClass(FrameRate.class, String.class);
  }

  @Bean
  JsonMapperBuilderCustomizer coreValues() {
    return builder -> builder.addModule(CORE);
  }
}
