package bivex.server.media;

/**
 * A file that came from outside, as it is kept.
 *
 * @param hash of its bytes, under which the store has it
 * @param type as it was sniffed
 */
public record StoredFile(String hash, String type) {}
