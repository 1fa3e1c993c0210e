package bivex.server.access;

import io.swagger.v3.oas.models.media.UUIDSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.parameters.PathParameter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Tells the OpenAPI document where a {@link Member} comes from. */
@Configuration
class MemberDocument {
  /** The production is read from the address by the gate, which hands on who asks of it. */
  @Bean
  OperationCustomizer production() {
    return (operation, method) -> {
      boolean asked =
          Arrays.stream(method.getMethodParameters())
              .anyMatch(p -> p.getParameterType() == Member.class);
      if (asked) {
        List<Parameter> all = new ArrayList<>();
        all.add(new PathParameter().name("production").schema(new UUIDSchema()));
        all.addAll(Objects.requireNonNullElse(operation.getParameters(), List.of()));
        operation.setParameters(all);
      }
      return operation;
    };
  }
}
