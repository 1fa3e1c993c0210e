package bivex.server.post;

import bivex.core.work.Letter;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Properties;
import java.util.UUID;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;

/** Letters by a mail server (SMTP), or kept in a folder as mail programs read them. */
final class SmtpPost implements Post {
  private static final String PATIENCE_MS = "10000";

  private final JavaMailSenderImpl sender;
  private final String from;
  private final Path mailbox;

  /**
   * @param mailbox of the stand-in, where no host is set
   */
  SmtpPost(PostProperties p, Path mailbox) {
    this.mailbox = mailbox;
    from = p.from().isBlank() ? "bivex@localhost" : p.from();
    if (p.host().isBlank()) {
      sender = null;
      return;
    }
    sender = new JavaMailSenderImpl();
    sender.setHost(p.host());
    sender.setPort(p.port());
    Properties more = sender.getJavaMailProperties();
    for (String what : new String[] {"connectiontimeout", "timeout", "writetimeout"}) {
      more.setProperty("mail.smtp." + what, PATIENCE_MS);
    }
    if (p.secure()) {
      more.setProperty("mail.smtp.starttls.enable", "true");
      more.setProperty("mail.smtp.starttls.required", "true");
    }
    if (!p.user().isBlank()) {
      more.setProperty("mail.smtp.auth", "true");
      sender.setUsername(p.user());
      sender.setPassword(p.password());
    }
  }

  @Override
  public boolean standIn() {
    return sender == null;
  }

  @Override
  public void send(UUID id, String address, Letter letter) throws IOException {
    try {
      if (sender != null) {
        sender.send(message(sender.createMimeMessage(), address, letter));
      } else {
        keep(id, message(new MimeMessage((Session) null), address, letter));
      }
    } catch (MailException | MessagingException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  private MimeMessage message(MimeMessage m, String address, Letter letter)
      throws MessagingException {
    MimeMessageHelper h = new MimeMessageHelper(m, StandardCharsets.UTF_8.name());
    h.setFrom(from);
    h.setTo(address);
    h.setSubject(letter.subject());
    h.setText(letter.words());
    return m;
  }

  /** As a file of its own (RFC 5322). */
  private void keep(UUID id, MimeMessage m) throws IOException, MessagingException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    m.writeTo(out);
    Files.createDirectories(mailbox);
    Path begun = mailbox.resolve(id + ".tmp");
    Files.write(begun, out.toByteArray());
    Files.move(begun, mailbox.resolve(id + ".eml"), StandardCopyOption.REPLACE_EXISTING);
  }
}
