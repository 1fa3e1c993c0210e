package bivex.server.upkeep;

import bivex.server.access.SecurityLog;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.SizeAndTimeBasedRollingPolicy;
import ch.qos.logback.core.util.FileSize;
import java.nio.file.Path;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Gives the log of sign-ins and refusals a file of its own, kept for a quarter of a year. */
@Component
class SecurityLogFile {
  SecurityLogFile(@Value("${bivex.logs}") String folder) {
    if (folder.isBlank() || !(LoggerFactory.getILoggerFactory() instanceof LoggerContext logs)) {
      return;
    }
    String file = Path.of(folder, "security.log").toString();
    PatternLayoutEncoder line = new PatternLayoutEncoder();
    line.setContext(logs);
    line.setPattern("%d{yyyy-MM-dd'T'HH:mm:ss.SSSXXX} %msg%n");
    line.start();
    RollingFileAppender<ILoggingEvent> out = new RollingFileAppender<>();
    out.setContext(logs);
    out.setName("security");
    out.setFile(file);
    out.setEncoder(line);
    SizeAndTimeBasedRollingPolicy<ILoggingEvent> roll = new SizeAndTimeBasedRollingPolicy<>();
    roll.setContext(logs);
    roll.setParent(out);
    roll.setFileNamePattern(file + ".%d{yyyy-MM-dd}.%i.gz");
    roll.setMaxFileSize(FileSize.valueOf("10MB"));
    roll.setMaxHistory(92);
    roll.setTotalSizeCap(FileSize.valueOf("100MB"));
    roll.start();
    out.setRollingPolicy(roll);
    out.start();
    Logger log = logs.getLogger(SecurityLog.NAME);
    log.addAppender(out);
    log.setAdditive(false);
  }
}
