package bivex.sense;

import bivex.core.cue.CueWeights;
import bivex.core.cue.Sense;
import dev.langchain4j.data.embedding.Embedding;
import dev.langchain4j.data.segment.TextSegment;
import dev.langchain4j.model.embedding.EmbeddingModel;
import dev.langchain4j.model.embedding.onnx.allminilml6v2q.AllMiniLmL6V2QuantizedEmbeddingModel;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * Meanings by a small model of language that ships with the application (all-MiniLM-L6-v2,
 * quantised; 384 numbers a sentence). Loaded when first asked; English.
 */
public final class LanguageSense implements Sense {
  private EmbeddingModel model;
  private CueWeights weights;

  @Override
  public List<float[]> of(List<String> sentences) {
    // The model refuses what has no words.
    List<TextSegment> asked =
        sentences.stream().map(s -> TextSegment.from(s.isBlank() ? "." : s)).toList();
    return asked.isEmpty()
        ? List.of()
        : model().embedAll(asked).content().stream().map(Embedding::vector).toList();
  }

  private synchronized EmbeddingModel model() {
    if (model == null) {
      // The tokenizer's library would tell its makers that it runs, and look for newer natives.
      System.setProperty("OPT_OUT_TRACKING", "true");
      System.setProperty("ai.djl.offline", "true");
      model = new AllMiniLmL6V2QuantizedEmbeddingModel();
    }
    return model;
  }

  @Override
  public synchronized CueWeights weights() {
    if (weights == null) {
      try (InputStream in = LanguageSense.class.getResourceAsStream("weights.txt")) {
        weights = CueWeights.read(new String(in.readAllBytes(), StandardCharsets.UTF_8));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    return weights;
  }
}
