package bivex.server.keep;

public interface VersionChecks extends OfProduction<VersionCheck> {
  @Override
  default String noun() {
    return "check";
  }
}
