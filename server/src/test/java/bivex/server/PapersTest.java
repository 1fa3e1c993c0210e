package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.shoot.MatchReview;
import bivex.core.shot.CautionStanding;
import bivex.core.shot.Ledger;
import bivex.core.shot.ShotFacts;
import bivex.server.book.ShotBook;
import bivex.server.keep.Mark;
import bivex.server.keep.Production;
import bivex.server.keep.Shot;
import bivex.server.papers.BriefPaper;
import bivex.server.production.ProductionDesk;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/** What is printed: all of it, with its fonts, tagged, in any script. */
class PapersTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 27);
  private final Production production =
      ProductionDesk.make(new ProductionDesk.NewProduction("TT", "The Test of Papers", "24"));

  private ShotBook.Page shot(String title, List<MethodChoice> methods) {
    Shot s = new Shot();
    s.id = UUID.randomUUID();
    s.productionId = production.id;
    s.code = "TT-01-010";
    s.title = title;
    s.intent = "so that it can be read";
    s.scene = "1";
    s.cutFrames = 120;
    s.methods = methods;
    Plan plan = MethodBook.derive(production.setting(s.cutFrames), methods);
    Ledger ledger =
        Ledger.of(
            new ShotFacts(
                s.intent,
                ShotFacts.Words.AS_MARKED,
                false,
                methods.size(),
                plan,
                null,
                null,
                false,
                List.of(),
                MatchReview.NONE,
                List.of(),
                null,
                List.of()));
    Mark m = new Mark();
    m.excerpt = "The words of the script.";
    return new ShotBook.Page(
        s,
        List.of(m),
        null,
        null,
        plan,
        null,
        MatchReview.NONE,
        ledger,
        List.of(),
        Map.of(),
        List.of(),
        List.of());
  }

  private PDDocument brief(ShotBook.Page page) throws IOException {
    return Loader.loadPDF(
        BriefPaper.of(production, List.of(page), List.of("INT. STATION - NIGHT"), Map.of(), DAY));
  }

  /** Without blanks: lines break where they must. */
  private static String bare(String words) {
    return words.replaceAll("\\s+", "");
  }

  private static List<String> owed(ShotBook.Page page) {
    List<String> out = new ArrayList<>();
    Plan plan = page.plan();
    plan.plates().forEach(p -> out.add(p.label()));
    plan.plates().forEach(p -> out.add(p.wanted()));
    plan.layers().forEach(l -> out.add(l.label()));
    plan.checks().forEach(c -> out.add(c.title()));
    plan.checks().forEach(c -> out.add(c.figure()));
    plan.checks().forEach(c -> out.add(c.remedy()));
    plan.aids().forEach(a -> out.add(a.label()));
    plan.elements().forEach(e -> out.add(e.label()));
    plan.cameraBrief().forEach(b -> out.add(b.value()));
    plan.cautions().forEach(c -> out.add(c.text()));
    plan.cautions().forEach(c -> out.add(CautionStanding.of(c, page.ledger().items()).words()));
    return out;
  }

  @Test
  void everyPairOfMethodsIsPrintedWhole() throws IOException {
    List<Method> book = MethodBook.all();
    for (int i = 0; i < book.size(); i++) {
      List<ShotBook.Page> pages = new ArrayList<>();
      for (int k = i; k < book.size(); k++) {
        List<MethodChoice> methods = new ArrayList<>();
        methods.add(new MethodChoice(book.get(i).id(), Map.of(), ""));
        if (k > i) {
          methods.add(new MethodChoice(book.get(k).id(), Map.of(), ""));
        }
        pages.add(shot("Printed whole", methods));
        pages.get(pages.size() - 1).shot().code = "TT-%02d-%03d".formatted(i, k);
      }
      byte[] briefs =
          BriefPaper.of(production, pages, pages.stream().map(p -> "").toList(), Map.of(), DAY);
      try (PDDocument pdf = Loader.loadPDF(briefs)) {
        String text = bare(new PDFTextStripper().getText(pdf));
        // Each shot begins with its code and ends where the next begins.
        for (int n = 0; n < pages.size(); n++) {
          ShotBook.Page page = pages.get(n);
          int end =
              n + 1 < pages.size() ? text.indexOf(pages.get(n + 1).shot().code) : text.length();
          String own = text.substring(text.indexOf(page.shot().code), end);
          assertThat(owed(page))
              .as(page.shot().methods.toString())
              .allSatisfy(words -> assertThat(own).contains(bare(words)));
        }
      }
    }
  }

  /** Thirteen plates: six performances, six guides and the clean plate. */
  @Test
  void aDoubleOfSixPartsIsPrintedWhole() throws IOException {
    List<Map<String, Object>> zones = new ArrayList<>();
    for (int part = 1; part <= 6; part++) {
      double left = (part - 1) / 6.0;
      zones.add(Map.of("part", part, "frame", 1001, "left", left + 0.01, "right", left + 0.15));
    }
    ShotBook.Page page =
        shot(
            "Six of her",
            List.of(new MethodChoice("A1", Map.of("parts", 6, "speaking", 6, "zones", zones), "")));
    assertThat(page.plan().plates()).hasSizeGreaterThanOrEqualTo(13);
    try (PDDocument pdf = brief(page)) {
      String text = bare(new PDFTextStripper().getText(pdf));
      assertThat(owed(page)).allSatisfy(words -> assertThat(text).contains(bare(words)));
      String all = new PDFTextStripper().getText(pdf);
      assertThat(all).contains("page 1 of " + pdf.getNumberOfPages());
    }
  }

  /** ISO 14289-1 asks for tags, a language, a title, and fonts that are carried along. */
  @Test
  void paperIsTaggedTellsItsLanguageAndCarriesItsFonts() throws IOException {
    try (PDDocument pdf = brief(shot("The ship", List.of(new MethodChoice("A1", Map.of(), ""))))) {
      assertThat(pdf.getDocumentCatalog().getMarkInfo().isMarked()).isTrue();
      assertThat(pdf.getDocumentCatalog().getStructureTreeRoot()).isNotNull();
      assertThat(pdf.getDocumentCatalog().getLanguage()).isEqualTo("en");
      assertThat(pdf.getDocumentInformation().getTitle()).isEqualTo("Brief of TT-01-010");
      for (PDPage p : pdf.getPages()) {
        for (COSName name : p.getResources().getFontNames()) {
          assertThat(p.getResources().getFont(name).isEmbedded()).as(name.getName()).isTrue();
        }
      }
    }
  }

  /** One word in each script; Hebrew and Arabic come out in reading order. */
  @Test
  void namesInAnyScriptArePrinted() throws IOException {
    String names =
        String.join(
            " ",
            "Łucja Ærø Đặng Αθήνα Жанна",
            "Երևան თბილისი नमस्ते বাংলা",
            "தமிழ் สวัสดี አማርኛ",
            "東京 ひかり 서울 →≤²");
    try (PDDocument pdf = brief(shot(names, List.of()))) {
      String text = new PDFTextStripper().getText(pdf);
      for (int c : bare(names).codePoints().toArray()) {
        assertThat(text).as(Character.getName(c)).contains(Character.toString(c));
      }
    }
    try (PDDocument pdf = brief(shot("שלום مرحبا", List.of()))) {
      String text = bare(new PDFTextStripper().getText(pdf));
      for (int c : "שלוםمرحبا".codePoints().toArray()) {
        assertThat(text).as(Character.getName(c)).contains(Character.toString(c));
      }
    }
  }
}
