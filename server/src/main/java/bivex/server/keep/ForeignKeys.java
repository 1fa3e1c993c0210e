package bivex.server.keep;

import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Deletes a row with all that hangs on it, by the foreign keys as the database has them, so that a
 * table that is added later is not forgotten.
 */
@Component
public class ForeignKeys {
  private static final String KEYS =
      """
      select c.conrelid::regclass::text, a.attname::text, c.confrelid::regclass::text
      from pg_constraint c
      join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
      where c.contype = 'f' and c.connamespace = 'public'::regnamespace and cardinality(c.conkey) = 1
      """;

  private final EntityManager entities;

  ForeignKeys(EntityManager entities) {
    this.entities = entities;
  }

  private record Key(String table, String column, String parent) {}

  /** Must be called inside a transaction. */
  public void deleteWith(String table, UUID id) {
    List<Key> keys = keys();
    // Each table with the rows of it that hang on what goes, parents before children.
    Map<String, String> goes = new LinkedHashMap<>();
    goes.put(table, "select id from " + table + " where id = :id");
    for (String t : belowParents(table, keys)) {
      List<String> by =
          keys.stream()
              .filter(k -> k.table.equals(t) && !k.parent.equals(t) && goes.containsKey(k.parent))
              .map(k -> k.column + " in (" + goes.get(k.parent) + ")")
              .toList();
      goes.put(t, "select " + own(t) + " from " + t + " where " + String.join(" or ", by));
    }
    entities.flush();
    List<String> order = new ArrayList<>(goes.keySet());
    for (int i = order.size() - 1; i >= 0; i--) {
      String t = order.get(i);
      String rows = goes.get(t);
      entities
          .createNativeQuery("delete from " + t + rows.substring(rows.indexOf(" where ")))
          .setParameter("id", id)
          .executeUpdate();
    }
    entities.clear();
  }

  /** A table's own key; those without an id have nobody hanging on them. */
  private String own(String table) {
    boolean has =
        !entities
            .createNativeQuery(
                "select 1 from information_schema.columns where table_schema = 'public' and"
                    + " table_name = :t and column_name = 'id'")
            .setParameter("t", table)
            .getResultList()
            .isEmpty();
    return has ? "id" : "null";
  }

  private static List<String> belowParents(String root, List<Key> keys) {
    Set<String> reached = new LinkedHashSet<>(List.of(root));
    boolean grown = true;
    while (grown) {
      grown = false;
      for (Key k : keys) {
        grown |= reached.contains(k.parent) && reached.add(k.table);
      }
    }
    // Parents first, as far as they are among those that are reached; keys go in no circles.
    List<String> out = new ArrayList<>();
    while (out.size() < reached.size()) {
      int before = out.size();
      for (String t : reached) {
        if (!out.contains(t)
            && keys.stream()
                .filter(k -> k.table.equals(t) && !k.parent.equals(t))
                .allMatch(k -> !reached.contains(k.parent) || out.contains(k.parent))) {
          out.add(t);
        }
      }
      if (out.size() == before) {
        throw new IllegalStateException("foreign keys go in a circle below " + root);
      }
    }
    out.remove(root);
    return out;
  }

  @SuppressWarnings("unchecked")
  private List<Key> keys() {
    return ((List<Object[]>) entities.createNativeQuery(KEYS).getResultList())
        .stream().map(r -> new Key((String) r[0], (String) r[1], (String) r[2])).toList();
  }
}
