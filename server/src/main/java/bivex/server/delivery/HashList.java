package bivex.server.delivery;

import bivex.core.InvalidInput;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;

/**
 * Lists of the checksums of a folder in the form of the ASC Media Hash List, version 2.0: a folder
 * {@code ascmhl} with one list for each time the files were read, and a chain that names the lists.
 * Each file is listed with its XXH64; hashes of folders, which the specification leaves free, are
 * not written.
 */
final class HashList {
  static final String FOLDER = "ascmhl";
  private static final String CHAIN = "ascmhl_chain.xml";
  private static final String LIST = "urn:ASC:MHL:v2.0";
  private static final String DIRECTORY = "urn:ASC:MHL:DIRECTORY:v2.0";
  private static final DateTimeFormatter IN_NAME =
      DateTimeFormatter.ofPattern("yyyy-MM-dd_HHmmss'Z'").withZone(ZoneOffset.UTC);
  private static final long LARGEST = 64L << 20;

  private HashList() {}

  /**
   * @param path from the folder, with slashes
   * @param xxh64 16 hexadecimal digits
   */
  record Entry(String path, long bytes, Instant modified, String xxh64) {}

  /**
   * Writes the first list of a folder, and its chain.
   *
   * @param folder whose files are listed
   * @param name of the folder, once it is handed over
   */
  static void write(Path folder, String name, Instant now, List<Entry> entries) throws IOException {
    Path in = Files.createDirectories(folder.resolve(FOLDER));
    String file = "0001_" + name + "_" + IN_NAME.format(now) + ".mhl";
    byte[] list = xml(w -> list(w, now, entries));
    Files.write(in.resolve(file), list);
    Files.write(in.resolve(CHAIN), xml(w -> chain(w, file, Checksums.c4(list))));
  }

  private interface Written {
    void to(XMLStreamWriter w) throws XMLStreamException;
  }

  private static byte[] xml(Written what) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      XMLStreamWriter w = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(out, "UTF-8");
      w.writeStartDocument("UTF-8", "1.0");
      what.to(w);
      w.writeEndDocument();
      w.close();
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
    return out.toByteArray();
  }

  private static void list(XMLStreamWriter w, Instant now, List<Entry> entries)
      throws XMLStreamException {
    w.writeCharacters("\n");
    w.writeStartElement("hashlist");
    w.writeAttribute("version", "2.0");
    w.writeDefaultNamespace(LIST);
    w.writeStartElement("creatorinfo");
    text(w, "creationdate", at(now));
    text(w, "hostname", "localhost");
    w.writeStartElement("tool");
    w.writeAttribute("version", "1");
    w.writeCharacters("Bivex");
    w.writeEndElement();
    w.writeEndElement();
    w.writeStartElement("processinfo");
    text(w, "process", "in-place");
    w.writeStartElement("ignore");
    text(w, "pattern", ".DS_Store");
    text(w, "pattern", FOLDER);
    text(w, "pattern", FOLDER + "/");
    w.writeEndElement();
    w.writeEndElement();
    w.writeStartElement("hashes");
    for (Entry e : entries) {
      w.writeCharacters("\n");
      w.writeStartElement("hash");
      w.writeStartElement("path");
      w.writeAttribute("size", String.valueOf(e.bytes()));
      w.writeAttribute("lastmodificationdate", at(e.modified()));
      w.writeCharacters(e.path());
      w.writeEndElement();
      w.writeStartElement("xxh64");
      w.writeAttribute("action", "original");
      w.writeAttribute("hashdate", at(now));
      w.writeCharacters(e.xxh64());
      w.writeEndElement();
      w.writeEndElement();
    }
    w.writeEndElement();
    w.writeEndElement();
  }

  private static void chain(XMLStreamWriter w, String file, String c4) throws XMLStreamException {
    w.writeCharacters("\n");
    w.writeStartElement("ascmhldirectory");
    w.writeDefaultNamespace(DIRECTORY);
    w.writeStartElement("hashlist");
    w.writeAttribute("sequencenr", "1");
    text(w, "path", file);
    text(w, "c4", c4);
    w.writeEndElement();
    w.writeEndElement();
  }

  private static void text(XMLStreamWriter w, String name, String words) throws XMLStreamException {
    w.writeStartElement(name);
    w.writeCharacters(words);
    w.writeEndElement();
  }

  private static String at(Instant i) {
    return DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(
        i.truncatedTo(ChronoUnit.SECONDS).atOffset(ZoneOffset.UTC));
  }

  /**
   * Reads the newest list of a folder.
   *
   * @return by path
   * @throws InvalidInput naming {@code list} when there is none, it is not what the chain says, or
   *     it names a file outside the folder
   */
  static Map<String, Entry> read(Path folder) throws IOException {
    Path in = folder.resolve(FOLDER);
    if (!Files.isRegularFile(in.resolve(CHAIN))) {
      throw new InvalidInput("list", "has no chain");
    }
    Listed last = last(small(in.resolve(CHAIN)));
    if (last == null || !last.path.matches("[^/\\\\]+\\.mhl")) {
      throw new InvalidInput("list", "is not named by its chain");
    }
    byte[] list = small(in.resolve(last.path));
    if (!Checksums.c4(list).equals(last.c4)) {
      throw new InvalidInput("list", "is not what its chain says: " + last.path);
    }
    return entries(list);
  }

  private static byte[] small(Path file) throws IOException {
    if (!Files.isRegularFile(file) || Files.size(file) > LARGEST) {
      throw new InvalidInput("list", "is missing, or too large to be one: " + file.getFileName());
    }
    return Files.readAllBytes(file);
  }

  private record Listed(String path, String c4) {}

  private static Listed last(byte[] chain) {
    List<Listed> out = new ArrayList<>();
    read(
        chain,
        (r, name) -> {
          if (name.equals("path")) {
            out.add(new Listed(r.getElementText().strip(), ""));
          } else if (name.equals("c4") && !out.isEmpty()) {
            out.add(new Listed(out.remove(out.size() - 1).path, r.getElementText().strip()));
          }
        });
    return out.isEmpty() ? null : out.get(out.size() - 1);
  }

  private static Map<String, Entry> entries(byte[] list) {
    Map<String, Entry> out = new TreeMap<>();
    String[] path = {""};
    long[] bytes = {0};
    read(
        list,
        (r, name) -> {
          if (name.equals("path")) {
            String size = r.getAttributeValue(null, "size");
            bytes[0] = size != null && size.matches("\\d{1,18}") ? Long.parseLong(size) : -1;
            path[0] = inside(r.getElementText().strip());
          } else if (name.equals("xxh64")) {
            out.put(
                path[0], new Entry(path[0], bytes[0], Instant.EPOCH, r.getElementText().strip()));
          }
        });
    return out;
  }

  private static String inside(String path) {
    if (path.isEmpty()
        || path.startsWith("/")
        || path.contains("\\")
        || List.of(path.split("/", -1)).contains("..")) {
      throw new InvalidInput("list", "names a file outside its folder");
    }
    return path;
  }

  private interface Element {
    void read(XMLStreamReader r, String name) throws XMLStreamException;
  }

  private static void read(byte[] xml, Element each) {
    XMLInputFactory f = XMLInputFactory.newDefaultFactory();
    f.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    f.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    try {
      XMLStreamReader r =
          f.createXMLStreamReader(new ByteArrayInputStream(xml), StandardCharsets.UTF_8.name());
      while (r.hasNext()) {
        if (r.next() == XMLStreamConstants.START_ELEMENT) {
          each.read(r, r.getLocalName());
        }
      }
    } catch (XMLStreamException e) {
      throw new InvalidInput("list", "cannot be read: " + e.getMessage());
    }
  }
}
