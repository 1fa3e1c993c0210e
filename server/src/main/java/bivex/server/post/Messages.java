package bivex.server.post;

import bivex.core.work.Letter;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import org.springframework.mail.javamail.MimeMessageHelper;

/** Letters as messages (RFC 5322). */
final class Messages {
  private Messages() {}

  static MimeMessage fill(MimeMessage m, String from, String address, Letter letter)
      throws MessagingException {
    MimeMessageHelper h = new MimeMessageHelper(m, StandardCharsets.UTF_8.name());
    h.setFrom(from);
    h.setTo(address);
    h.setSubject(letter.subject());
    h.setText(letter.words());
    return m;
  }
}
