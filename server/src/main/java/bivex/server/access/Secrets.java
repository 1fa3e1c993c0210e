package bivex.server.access;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** Words nobody guesses, and what is kept of them instead. */
public final class Secrets {
  private static final SecureRandom RANDOM = new SecureRandom();
  private static final int BYTES = 24;

  private Secrets() {}

  /** 192 bits, in letters that an address can hold. */
  public static String token() {
    byte[] random = new byte[BYTES];
    RANDOM.nextBytes(random);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(random);
  }

  /**
   * What is kept of a token (SHA-256): from it nobody learns the token.
   *
   * @param token null is as good as a wrong one
   */
  public static String digest(String token) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256")
                  .digest((token == null ? "" : token).getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
