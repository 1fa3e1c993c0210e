package bivex.core.review;

/**
 * What a clip says of how it is coded, in the words of its reader; empty or null where it says
 * nothing.
 *
 * @param profile of the codec, "HQ"
 * @param primaries of its colours, as code points of ITU-T H.273 are called, "bt709"
 * @param transfer curve of its light, likewise
 * @param matrix from colours to brightness and colour, likewise
 * @param range of the codes used, "tv" for limited and "pc" for full
 * @param alpha whether it holds how opaque each pixel is
 * @param channels of the first sound; null without sound
 * @param sampleHz of the first sound; null without sound, or where it is not told
 */
public record FileTags(
    String profile,
    String primaries,
    String transfer,
    String matrix,
    String range,
    Boolean alpha,
    Integer channels,
    Integer sampleHz) {}
