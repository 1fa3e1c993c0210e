package bivex.core.crew;

/** What a person is on a production. A guest reviewer sees only the shots they are invited to. */
public enum Role {
  PRODUCER,
  COORDINATOR,
  FLOOR,
  ARTIST,
  GUEST
}
