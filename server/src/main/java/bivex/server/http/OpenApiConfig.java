package bivex.server.http;

import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The served document of the interface, from which the typed client is made. */
@Configuration
public class OpenApiConfig {
  /** Every part of an answer is always there, even if it is null; parts of a request may be left out. */
  @Bean
  OpenApiCustomizer document() {
    return api -> {
      api.info(new Info().title("Bivex").version("1").description("Effect shots from marked script to delivery. Errors are problem documents (RFC 9457) that name the field. Changes to things others may change carry If-Match."));
      api.servers(List.of(new Server().url("/")));
      api.setPaths(sorted(api.getPaths()));
      api.getComponents().setSchemas(new TreeMap<>(api.getComponents().getSchemas()));
      api.getComponents().getSchemas().forEach((name, schema) -> require(name, schema));
    };
  }

  private static io.swagger.v3.oas.models.Paths sorted(io.swagger.v3.oas.models.Paths paths) {
    io.swagger.v3.oas.models.Paths out = new io.swagger.v3.oas.models.Paths();
    new TreeMap<>(paths).forEach(out::addPathItem);
    return out;
  }

  private static void require(String name, Schema<?> schema) {
    boolean request = name.startsWith("New") || name.endsWith("Request") || name.endsWith("Inputs") || name.endsWith("Change") || name.equals("CameraData");
    if (!request && schema.getProperties() != null) {
      schema.setRequired(new ArrayList<>(schema.getProperties().keySet()));
    }
  }
}
