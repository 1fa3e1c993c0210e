package bivex.core.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.review.ClientStand;
import bivex.core.review.ClientWord;
import bivex.core.review.ClipFacts;
import bivex.core.review.FileTags;
import bivex.core.review.FramePlace;
import bivex.core.review.OpenNotes;
import bivex.core.review.PictureCheck;
import bivex.core.review.SoundHeard;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shot.NamePattern;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DeliveryTest {
  private final DeliverySpec spec =
      new DeliverySpec(
          Raster.HD,
          FrameRate.FILM,
          8,
          new NamePattern("{production}_{code}_v{version}"),
          MediaWanted.ANY,
          "",
          null);

  private DeliverySpec.Offer offer(VersionFacts facts, Verdict verdict, int notes) {
    return new DeliverySpec.Offer(
        "TK",
        "TK-04-020",
        "4",
        3,
        facts,
        FramePlace.of(facts.frames(), new FrameRange(1001, 96), 8),
        new FrameRange(1001, 96),
        verdict,
        new OpenNotes(notes, 0),
        ClientStand.NONE,
        MediaWanted.Watched.NOT_YET);
  }

  @Test
  void aShotGoesWhenEveryFactAgrees() {
    assertThat(
            spec.check(offer(new VersionFacts(Raster.HD, FrameRate.FILM, 112), Verdict.AGREED, 0)))
        .hasSize(5)
        .allMatch(VersionFacts.FactCheck::agrees);
    assertThat(
            spec.fileName(
                offer(new VersionFacts(Raster.HD, FrameRate.FILM, 112), Verdict.AGREED, 0)))
        .isEqualTo("TK_TK-04-020_v003");
  }

  private static ClipFacts file(String container, String codec, Integer bits, String chroma) {
    return new ClipFacts(
        112 / 24.0,
        true,
        0,
        "1:1",
        "progressive",
        bits,
        "bt709",
        "none",
        "",
        container,
        codec,
        chroma,
        null);
  }

  private static List<String> wrong(MediaWanted wanted, ClipFacts is) {
    return wanted.check(is, MediaWanted.Watched.NOT_YET).stream()
        .filter(c -> !c.agrees())
        .map(c -> c.label() + ": " + c.found() + ", wanted " + c.wanted())
        .toList();
  }

  @Test
  void whatIsWantedOfTheFileIsHeldAgainstWhatItIs() {
    MediaWanted master =
        new MediaWanted(
            MediaWanted.Container.MOV,
            MediaWanted.Codec.PRORES,
            null,
            10,
            MediaWanted.Chroma.C422,
            null,
            null,
            null,
            MediaWanted.Sound.NONE,
            null,
            null);
    assertThat(wrong(master, file("mov", "prores", 10, "4:2:2"))).isEmpty();
    assertThat(wrong(master, file("mov", "prores", 12, "4:4:4"))).as("more is good too").isEmpty();
    assertThat(wrong(master, file("mp4", "h264", 8, "4:2:0")))
        .containsExactly(
            "File: mp4, wanted mov",
            "Codec: H.264, wanted ProRes",
            "Bits: 8 a channel, wanted at least 10 a channel",
            "Chroma: 4:2:0, wanted at least 4:2:2");
    assertThat(wrong(master, file(null, null, null, null)))
        .as("nothing is taken to be right that was not read")
        .hasSize(4);
    assertThat(wrong(master, null)).as("nor where nothing was read at all").hasSize(5);
    assertThat(wrong(MediaWanted.ANY, null)).isEmpty();
    assertThat(wrong(MediaWanted.ANY, file(null, null, null, null))).isEmpty();
    MediaWanted sound =
        new MediaWanted(
            null, null, null, null, null, null, null, null, MediaWanted.Sound.SOME, null, null);
    assertThat(wrong(sound, file("mov", "prores", 10, "4:2:2")))
        .containsExactly("Sound: none, wanted a sound track");
    DeliverySpec s =
        new DeliverySpec(
            Raster.HD, FrameRate.FILM, 8, new NamePattern("{code}_v{version}"), master, "", null);
    assertThat(
            s
                .check(
                    offer(
                        new VersionFacts(
                            Raster.HD, FrameRate.FILM, 112, file("mov", "prores", 10, "4:2:2")),
                        Verdict.AGREED,
                        0))
                .stream()
                .map(VersionFacts.FactCheck::label))
        .as("each is told once")
        .doesNotHaveDuplicates()
        .contains("Codec", "Chroma", "Bits", "Sound", "File");
    assertThatThrownBy(
            () -> new MediaWanted(null, null, null, 7, null, null, null, null, null, null, null))
        .isInstanceOf(InvalidInput.class);
  }

  private static MediaWanted asking(
      ColourWanted colour, Boolean alpha, String timecode, SoundWanted heard, Boolean clean) {
    return new MediaWanted(
        null, null, "hq", null, null, colour, alpha, timecode, null, heard, clean);
  }

  private static ClipFacts tagged(FileTags tags, String timecode) {
    ClipFacts f = file("mov", "prores", 10, "4:2:2");
    return new ClipFacts(
        f.seconds(),
        f.constant(),
        f.turnedDeg(),
        f.pixels(),
        f.scan(),
        f.bits(),
        f.colour(),
        f.sound(),
        timecode,
        f.container(),
        f.codec(),
        f.chroma(),
        tags);
  }

  private static List<String> seen(MediaWanted wanted, ClipFacts is, MediaWanted.Watched w) {
    return wanted.check(is, w).stream()
        .filter(c -> !c.agrees())
        .map(c -> c.label() + ": " + c.found())
        .toList();
  }

  @Test
  void coloursSoundAndFramesAreHeldAgainstWhatIsThereAndNeverGuessed() {
    MediaWanted wanted =
        asking(
            new ColourWanted(
                ColourWanted.Primaries.BT2020,
                ColourWanted.Transfer.PQ,
                ColourWanted.Matrix.BT2020,
                ColourWanted.Range.LIMITED),
            false,
            "01:00:00:00",
            new SoundWanted(2, 48_000, -23.0, null, -1.0),
            true);
    FileTags right = new FileTags("HQ", "bt2020", "smpte2084", "bt2020nc", "tv", false, 2, 48_000);
    PictureCheck fine = new PictureCheck(96, true, List.of(), null, null, List.of(), List.of());
    MediaWanted.Watched good =
        new MediaWanted.Watched(fine, new SoundHeard(-23.4, -1.04, List.of(), ""), 993);
    assertThat(seen(wanted, tagged(right, "01:00:00:00"), good)).isEmpty();

    FileTags other = new FileTags("", "bt709", "", "bt470bg", "pc", true, 6, 44_100);
    assertThat(
            seen(
                wanted,
                tagged(other, ""),
                new MediaWanted.Watched(
                    new PictureCheck(
                        96,
                        true,
                        List.of(
                            new PictureCheck.Finding(
                                PictureCheck.Kind.REPEATED, new FrameRange(50, 3), "twice"),
                            new PictureCheck.Finding(
                                PictureCheck.Kind.BLACK, new FrameRange(10, 2), "black"),
                            new PictureCheck.Finding(
                                PictureCheck.Kind.JUMP, new FrameRange(40, 1), "jumps")),
                        null,
                        null,
                        List.of(),
                        List.of()),
                    new SoundHeard(-20.9, -0.2, List.of(), ""),
                    993)))
        .as("a jump may be meant; a missing tag is not taken for the usual one")
        .containsExactly(
            "Profile: not told",
            "Primaries: BT.709",
            "Transfer: not told by the file",
            "Matrix: BT.601",
            "Range: full",
            "Alpha: with alpha",
            "Timecode: none in the file",
            "Channels: 6",
            "Sample rate: 44100 Hz",
            "Loudness: -20.9 LUFS",
            "True peak: -0.2 dB",
            "Frames: black (1003 to 1004); twice (1043 to 1045)");
    assertThat(seen(wanted, tagged(null, ""), MediaWanted.Watched.NOT_YET))
        .as("nothing is right before it was looked at")
        .hasSize(12);
    assertThat(seen(wanted, null, MediaWanted.Watched.NOT_YET)).hasSize(12);
    // ITU-T H.273, table 3: values 1, 6, 14 and 15 are functionally the same curve.
    for (String same : List.of("bt709", "smpte170m", "bt2020-10", "bt2020-12")) {
      assertThat(
              new ColourWanted(null, ColourWanted.Transfer.BT709, null, null)
                  .check(new FileTags("", "", same, "", "", null, null, null)))
          .allMatch(VersionFacts.FactCheck::agrees);
    }
    // Silence is below any peak; how loud it is cannot be told.
    assertThat(
            new SoundWanted(null, null, -23.0, 1.0, -1.0)
                .check(right, new SoundHeard(null, null, List.of(), "")))
        .extracting(VersionFacts.FactCheck::agrees)
        .containsExactly(false, true);
  }

  @Test
  void aWishThatCannotBeIsRefusedNamingIt() {
    assertThatThrownBy(() -> asking(null, null, "1:0:0", null, null))
        .hasMessageStartingWith("timecode:");
    assertThatThrownBy(() -> new SoundWanted(0, null, null, null, null))
        .hasMessageStartingWith("channels:");
    assertThatThrownBy(() -> new SoundWanted(null, null, null, 2.0, null))
        .hasMessageStartingWith("loudness:");
    assertThatThrownBy(() -> new SoundWanted(null, null, -23.0, 20.0, null))
        .hasMessageStartingWith("within:");
    assertThatThrownBy(() -> new SoundWanted(null, null, null, null, 3.0))
        .hasMessageStartingWith("peak:");
    assertThatThrownBy(
            () ->
                new MediaWanted(
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    MediaWanted.Sound.NONE,
                    new SoundWanted(2, null, null, null, null),
                    null))
        .hasMessageStartingWith("sound:");
  }

  @Test
  void everythingThatIsWrongIsSaidAtOnceWithARemedy() {
    assertThat(
            spec.check(offer(new VersionFacts(Raster.UHD, FrameRate.of(30), 96), Verdict.HOLD, 2)))
        .hasSize(5)
        .allMatch(c -> !c.agrees() && !c.remedy().isBlank());
    assertThat(spec.check(offer(new VersionFacts(Raster.HD, null, 1), Verdict.AGREED, 0)))
        .filteredOn(c -> !c.agrees())
        .extracting(VersionFacts.FactCheck::label)
        .containsExactly("Clip");
    // 96 frames meant for 24 fps and read at 30 play 0.80 s short.
    assertThat(
            new VersionFacts(Raster.HD, FrameRate.of(30), 96)
                .against(
                    new FramePlace(1001, true),
                    new VersionFacts.Wanted(
                        Raster.HD, FrameRate.FILM, new FrameRange(1001, 96), 0, false))
                .get(1)
                .remedy())
        .contains("0.80 s");
  }

  @Test
  void theClientsWordIsAskedForWhereItIsNeededAndHeardWhereItIsNot() {
    DeliverySpec.Offer o =
        offer(new VersionFacts(Raster.HD, FrameRate.FILM, 112), Verdict.AGREED, 0);
    assertThat(client(o, true, null)).isEqualTo(List.of("not shown for approval"));
    assertThat(client(o, false, null)).isEmpty();
    assertThat(client(o, true, ClientWord.Kind.WITH_NOTES)).isEmpty();
    assertThat(client(o, false, ClientWord.Kind.NOT_APPROVED))
        .isEqualTo(List.of("not approved by Ada"));
  }

  /** What of the client keeps an offer. */
  private List<String> client(DeliverySpec.Offer o, boolean needed, ClientWord.Kind said) {
    ClientWord word =
        said == null ? null : new ClientWord(said, o.version(), "", "Ada", "", Instant.EPOCH);
    ClientStand stand = new ClientStand(needed, o.version(), null, null, 0, word, false);
    return spec
        .check(
            new DeliverySpec.Offer(
                o.production(),
                o.code(),
                o.scene(),
                o.version(),
                o.facts(),
                o.place(),
                o.cut(),
                o.verdict(),
                o.notes(),
                stand,
                o.watched()))
        .stream()
        .filter(c -> !c.agrees())
        .map(VersionFacts.FactCheck::found)
        .toList();
  }

  @Test
  void namesArePaddedAndSafeWhateverGoesIn() {
    assertThat(new NamePattern("TK-{scene}-{number}").fill(Map.of("scene", "4A", "number", 20)))
        .isEqualTo("TK-04A-020");
    assertThat(
            new NamePattern("{code}_v{version}")
                .fill(Map.of("code", "../../etc/passwd", "version", 1)))
        .doesNotContain("/")
        .doesNotContain("..");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "a/b{code}{version}",
        "{code}",
        "{code}_{version}_{colour}",
        ".{code}{version}",
        "{code}..{version}"
      })
  void patternsThatCannotWorkAreRefused(String pattern) {
    assertThatThrownBy(
            () ->
                new NamePattern(pattern).with(Set.of("code", "version"), Set.of("code", "version")))
        .hasMessageStartingWith("pattern:");
  }
}
