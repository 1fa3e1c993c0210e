package bivex.server.post;

import bivex.core.work.Letter;
import jakarta.mail.MessagingException;
import java.io.IOException;
import java.util.Properties;
import java.util.UUID;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Letters by a mail server (SMTP). */
final class SmtpPost implements Post {
  private static final String PATIENCE_MS = "10000";

  private final JavaMailSenderImpl sender = new JavaMailSenderImpl();
  private final String from;

  SmtpPost(PostProperties p) {
    from = p.sender();
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
    return false;
  }

  @Override
  public void send(UUID id, String address, Letter letter) throws IOException {
    try {
      sender.send(Messages.fill(sender.createMimeMessage(), from, address, letter));
    } catch (MailException | MessagingException e) {
      throw new IOException(e.getMessage(), e);
    }
  }
}
