package bivex.server.delivery;

import bivex.server.http.Problems;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.math.BigInteger;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.function.LongConsumer;
import java.util.zip.CRC32;
import net.jpountz.xxhash.StreamingXXHash64;
import net.jpountz.xxhash.XXHashFactory;

/**
 * Checksums of one file, read once.
 *
 * @param sha256 64 hexadecimal digits (FIPS 180-4)
 * @param xxh64 16 hexadecimal digits, seed 0, the most significant first
 * @param crc32 as zip files have it
 */
record Checksums(long bytes, String sha256, String xxh64, long crc32) {
  private static final int AT_ONCE = 1 << 20;
  private static final String DIGITS58 =
      "123456789ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz";
  private static final int C4_DIGITS = 88;

  /** Of a file. */
  static Checksums of(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return copied(in, OutputStream.nullOutputStream(), n -> {});
    }
  }

  /**
   * Copies and computes on the way.
   *
   * @param done is told how many bytes went since it was told last, and may throw to stop
   */
  static Checksums copied(InputStream in, OutputStream out, LongConsumer done) throws IOException {
    MessageDigest sha = digest("SHA-256");
    CRC32 crc = new CRC32();
    long bytes = 0;
    try (StreamingXXHash64 xx = XXHashFactory.safeInstance().newStreamingHash64(0)) {
      byte[] some = new byte[AT_ONCE];
      for (int n = in.read(some); n >= 0; n = in.read(some)) {
        sha.update(some, 0, n);
        xx.update(some, 0, n);
        crc.update(some, 0, n);
        out.write(some, 0, n);
        bytes += n;
        done.accept(n);
      }
      return new Checksums(
          bytes,
          HexFormat.of().formatHex(sha.digest()),
          HexFormat.of().toHexDigits(xx.getValue()),
          crc.getValue());
    }
  }

  /**
   * The C4 identification of a small file (SMPTE ST 2114): "c4" and its SHA-512 to the base of 58,
   * in 88 digits.
   */
  static String c4(byte[] bytes) {
    BigInteger left = new BigInteger(1, digest("SHA-512").digest(bytes));
    StringBuilder out = new StringBuilder();
    BigInteger base = BigInteger.valueOf(DIGITS58.length());
    for (int i = 0; i < C4_DIGITS; i++) {
      BigInteger[] parts = left.divideAndRemainder(base);
      out.append(DIGITS58.charAt(parts[1].intValue()));
      left = parts[0];
    }
    return "c4" + out.reverse();
  }

  /** Must be what it was. */
  void mustBe(String wanted, String code, int version) throws Problems.Damaged {
    if (!sha256.equals(wanted)) {
      throw new Problems.Damaged(
          "The stored file of "
              + code
              + ", version "
              + version
              + ", is no longer what was uploaded. Upload the same file again: it takes the place"
              + " of the damaged one.");
    }
  }

  private static MessageDigest digest(String name) {
    try {
      return MessageDigest.getInstance(name);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
