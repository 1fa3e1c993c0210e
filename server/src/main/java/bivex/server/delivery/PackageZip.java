package bivex.server.delivery;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.apache.commons.compress.archivers.zip.Zip64Mode;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;

/**
 * A folder as a zip of which any part can be sent: files are stored as they are, so that the bytes
 * are the same each time and its length is known before. Nothing is held but a buffer, whatever the
 * size; what lies before the part that is asked for is not read.
 */
final class PackageZip {
  private final String root;
  private final List<Member> members;

  /**
   * @param path from the root, with slashes
   * @param modified milliseconds since 1970
   */
  record Member(String path, Path file, long bytes, long crc32, long modified) {}

  /**
   * @param root folder that everything is in
   */
  PackageZip(String root, List<Member> members) {
    this.root = root;
    this.members = List.copyOf(members);
  }

  /** How long it is, bytes. */
  long length() throws IOException {
    Part counted = new Part(OutputStream.nullOutputStream(), Long.MAX_VALUE, Long.MAX_VALUE);
    write(counted);
    return counted.at;
  }

  /**
   * Writes a part of it.
   *
   * @param from first byte, from 0
   * @param to byte after the last
   */
  void write(long from, long to, OutputStream out) throws IOException {
    Part part = new Part(out, from, to);
    write(part);
    if (part.at < to) {
      throw new IOException("the package has become shorter while it was sent");
    }
  }

  private void write(Part part) throws IOException {
    try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(part)) {
      zip.setUseZip64(Zip64Mode.AsNeeded);
      for (Member m : members) {
        ZipArchiveEntry e = new ZipArchiveEntry(root + "/" + m.path);
        e.setMethod(ZipArchiveEntry.STORED);
        e.setSize(m.bytes);
        e.setCompressedSize(m.bytes);
        e.setCrc(m.crc32);
        e.setTime(m.modified);
        // What lies outside the part is passed over without being read.
        try (InputStream in =
            part.wants(m.bytes) ? Files.newInputStream(m.file) : new Hollow(m.bytes)) {
          zip.addRawArchiveEntry(e, in);
        }
      }
      zip.finish();
    }
  }

  /** As long as a file, and nothing in it. */
  private static final class Hollow extends InputStream {
    private long left;

    Hollow(long bytes) {
      left = bytes;
    }

    @Override
    public int read() {
      return left-- > 0 ? 0 : -1;
    }

    @Override
    public int read(byte[] b, int off, int len) {
      if (left <= 0) {
        return -1;
      }
      int n = (int) Math.min(len, left);
      left -= n;
      return n;
    }
  }

  /** Lets through what lies between two bytes. */
  private static final class Part extends OutputStream {
    /** Headers before a file, at most; names are shorter than that. */
    private static final long HEADER = 1 << 16;

    private final OutputStream out;
    private final long from;
    private final long to;
    private long at;

    Part(OutputStream out, long from, long to) {
      this.out = out;
      this.from = from;
      this.to = to;
    }

    /** Whether a file that comes next may lie in it. */
    boolean wants(long bytes) {
      return at < to && at + HEADER + bytes >= from;
    }

    @Override
    public void write(int b) throws IOException {
      write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] b, int off, int len) throws IOException {
      long first = Math.max(at, from);
      long last = Math.min(at + len, to);
      if (first < last) {
        out.write(b, off + (int) (first - at), (int) (last - first));
      }
      at += len;
    }
  }
}
