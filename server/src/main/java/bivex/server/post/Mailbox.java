package bivex.server.post;

import bivex.core.work.Letter;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.UUID;

/** The stand-in: letters are kept in a folder, as mail programs read them, and nobody gets them. */
final class Mailbox implements Post {
  private final String from;
  private final Path folder;

  Mailbox(PostProperties p, Path folder) {
    this.from = p.sender();
    this.folder = folder;
  }

  @Override
  public boolean standIn() {
    return true;
  }

  @Override
  public void send(UUID id, String address, Letter letter) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      Messages.fill(new MimeMessage((Session) null), from, address, letter).writeTo(out);
    } catch (MessagingException e) {
      throw new IOException(e.getMessage(), e);
    }
    Files.createDirectories(folder);
    Path begun = folder.resolve(id + ".tmp");
    Files.write(begun, out.toByteArray());
    Files.move(begun, folder.resolve(id + ".eml"), StandardCopyOption.REPLACE_EXISTING);
  }
}
