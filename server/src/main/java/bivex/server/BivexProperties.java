package bivex.server;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param demo whether the demo production is loaded into an empty house and its people are offered at sign-in
 * @param data folder under which media, packages and the stand-in's drop box are kept
 */
@ConfigurationProperties("bivex")
public record BivexProperties(boolean demo, Path data) {}
