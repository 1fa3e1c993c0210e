package bivex.server;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param demo whether the demo production is loaded into an empty house and its people are offered
 *     at sign-in
 * @param data folder under which media, packages and the stand-in's drop box are kept
 * @param devices address of a bridge to the camera and head on the set; empty for the stand-ins
 *     that ship
 * @param reach how far it can be reached: here (this machine only), lan, certificate or proxy
 * @param address as people type it, like https://bivex.example.org; empty where the machine's own
 *     addresses do
 * @param warm whether the bench measures something of its own after the start, so that the first
 *     measurement of the day is as quick as the others
 */
@ConfigurationProperties("bivex")
public record BivexProperties(
    boolean demo, Path data, String devices, String reach, String address, boolean warm) {}
