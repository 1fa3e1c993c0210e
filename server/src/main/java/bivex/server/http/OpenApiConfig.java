package bivex.server.http;

import bivex.core.parameter.Parameter;
import bivex.core.plate.Zone;
import bivex.core.reckon.Reckoner;
import bivex.core.reckon.Sum;
import io.swagger.v3.core.converter.ModelConverters;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.BooleanSchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.NumberSchema;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.RequestBody;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.responses.ApiResponses;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The served document of the interface, from which the typed client is made. */
@Configuration
public class OpenApiConfig {
  private static final String PROBLEM = "Problem";

  /**
   * Every part of an answer is always there, even if it is null; parts of a request may be left
   * out.
   */
  @Bean
  OpenApiCustomizer document() {
    return api -> {
      api.info(
          new Info()
              .title("Bivex")
              .version("1")
              .description(
                  "Effect shots from marked script to delivery. Errors are problem documents (RFC"
                      + " 9457) that name the field. Changes to things others may change carry"
                      + " If-Match."));
      api.servers(List.of(new Server().url("/")));
      Reckoner.sums().forEach(sum -> describe(api, sum));
      api.setPaths(sorted(api.getPaths()));
      guard(api);
      api.getPaths().values().stream()
          .flatMap(p -> p.readOperations().stream())
          .map(Operation::getResponses)
          .forEach(OpenApiConfig::told);
      api.getComponents().setSchemas(new TreeMap<>(api.getComponents().getSchemas()));
      api.getComponents().getSchemas().forEach((name, schema) -> require(name, schema));
    };
  }

  /** Each sum as a resource of its own, with the units and ranges of its inputs. */
  private static void describe(OpenAPI api, Sum sum) {
    ObjectSchema inputs = new ObjectSchema();
    inputs.setAdditionalProperties(false);
    for (Parameter p : sum.inputs()) {
      Schema<?> s =
          switch (p.kind()) {
            case NUMBER ->
                new NumberSchema()
                    .minimum(BigDecimal.valueOf(p.min()))
                    .maximum(BigDecimal.valueOf(p.max()));
            case WHOLE ->
                new IntegerSchema()
                    .format(null)
                    .minimum(BigDecimal.valueOf((long) p.min()))
                    .maximum(BigDecimal.valueOf((long) p.max()));
            case YES_NO -> new BooleanSchema();
            case CHOICE, TEXT -> new StringSchema();
            case ROWS ->
                new ArraySchema()
                    .items(
                        new ArraySchema()
                            .items(
                                new NumberSchema()
                                    .minimum(BigDecimal.valueOf(p.min()))
                                    .maximum(BigDecimal.valueOf(p.max())))
                            .minItems(p.choices().size())
                            .maxItems(p.choices().size()));
            case ZONES -> new ArraySchema().items(new Schema<>().$ref("#/components/schemas/Zone"));
          };
      if (p.kind() == Parameter.Kind.CHOICE) {
        p.choices().forEach(((StringSchema) s)::addEnumItem);
      }
      if (p.kind() != Parameter.Kind.ZONES) {
        s.setDefault(p.fallback());
      }
      s.setDescription(
          p.label()
              + (p.unit().isEmpty() ? "" : ", " + p.unit())
              + (p.kind() == Parameter.Kind.ROWS
                  ? ": rows of " + String.join(", ", p.choices())
                  : "")
              + (p.reason().isEmpty() ? "" : "; " + p.reason()));
      inputs.addProperty(p.key(), s);
    }
    api.getComponents().addSchemas(sum.id() + "Inputs", inputs);
    if (sum.inputs().stream().anyMatch(p -> p.kind() == Parameter.Kind.ZONES)) {
      ModelConverters.getInstance(true).read(Zone.class).forEach(api.getComponents()::addSchemas);
    }
    Operation post =
        new Operation()
            .addTagsItem("sums")
            .operationId("reckon" + sum.id())
            .summary(sum.title())
            .description(sum.formula() + ". Source: " + sum.source());
    post.requestBody(
        new RequestBody()
            .content(
                new Content()
                    .addMediaType(
                        "application/json",
                        new MediaType()
                            .schema(
                                new Schema<>()
                                    .$ref("#/components/schemas/" + sum.id() + "Inputs")))));
    post.responses(
        new ApiResponses()
            .addApiResponse(
                "200",
                new ApiResponse()
                    .description("Results, rounded to be read and at full precision")
                    .content(
                        new Content()
                            .addMediaType(
                                "application/json",
                                new MediaType()
                                    .schema(new Schema<>().$ref("#/components/schemas/Answer"))))));
    api.getPaths().addPathItem("/api/sums/" + sum.id(), new PathItem().post(post));
  }

  /** Who is signed in is told by a cookie; what changes things repeats a token in a header. */
  private static void guard(OpenAPI api) {
    api.getComponents()
        .addSecuritySchemes(
            "session",
            new SecurityScheme()
                .type(SecurityScheme.Type.APIKEY)
                .in(SecurityScheme.In.COOKIE)
                .name("BIVEX"));
    api.addSecurityItem(new SecurityRequirement().addList("session"));
    Schema<?> problem =
        new ObjectSchema()
            .addProperty("type", new StringSchema().format("uri-reference"))
            .addProperty("title", new StringSchema())
            .addProperty("status", new IntegerSchema())
            .addProperty("detail", new StringSchema())
            .addProperty(
                "field", new StringSchema().description("of the request, where one is at fault"));
    problem.setDescription("RFC 9457");
    api.getComponents().addSchemas(PROBLEM, problem);
  }

  /** What is no JSON is a file of octets; every error is a problem document. */
  private static void told(ApiResponses responses) {
    responses
        .values()
        .forEach(
            r -> {
              if (r.getContent() != null) {
                r.getContent()
                    .forEach(
                        (type, is) -> {
                          boolean octets =
                              is.getSchema() == null
                                  || "byte".equals(is.getSchema().getFormat())
                                  || !type.contains("json") && !type.equals("text/event-stream");
                          if (octets) {
                            is.setSchema(new StringSchema().format("binary"));
                          }
                        });
              }
            });
    responses.addApiResponse(
        "default",
        new ApiResponse()
            .description("What is wrong, in words")
            .content(
                new Content()
                    .addMediaType(
                        "application/problem+json",
                        new MediaType()
                            .schema(new Schema<>().$ref("#/components/schemas/" + PROBLEM)))));
  }

  private static io.swagger.v3.oas.models.Paths sorted(io.swagger.v3.oas.models.Paths paths) {
    io.swagger.v3.oas.models.Paths out = new io.swagger.v3.oas.models.Paths();
    new TreeMap<>(paths).forEach(out::addPathItem);
    return out;
  }

  private static void require(String name, Schema<?> schema) {
    boolean request =
        name.startsWith("New")
            || name.endsWith("Request")
            || name.endsWith("Inputs")
            || name.endsWith("Change")
            || name.equals("CameraData");
    if (!request && schema.getProperties() != null) {
      schema.setRequired(new ArrayList<>(schema.getProperties().keySet()));
    }
  }
}
