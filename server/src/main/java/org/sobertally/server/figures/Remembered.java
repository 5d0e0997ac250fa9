package org.sobertally.server.figures;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Supplier;

/**
 * What was counted for the keys that were asked for last. Each is counted once, by whoever asks
 * first; others who ask for the same wait for it, and who asks for another key waits for nobody.
 *
 * @param <K> what it is counted for
 * @param <V> what is counted; many megabytes, so that few are kept
 */
public final class Remembered<K, V> {

  private final Map<K, CompletableFuture<V>> newest;

  /**
   * @param most how many are kept; the one that nobody asked for for the longest goes
   */
  public Remembered(int most) {
    newest =
        new LinkedHashMap<>(16, 0.75f, true) {
          private static final long serialVersionUID = 1L;

          @Override
          protected boolean removeEldestEntry(Map.Entry<K, CompletableFuture<V>> eldest) {
            return size() > most;
          }
        };
  }

  /** What was counted for the key, or is now. What fails is not remembered. */
  public V get(K key, Supplier<V> count) {
    CompletableFuture<V> mine = new CompletableFuture<>();
    CompletableFuture<V> first;
    synchronized (newest) {
      first = newest.get(key);
      if (first == null) {
        newest.put(key, mine);
      }
    }
    return first == null ? counted(key, mine, count) : of(first);
  }

  private V counted(K key, CompletableFuture<V> mine, Supplier<V> count) {
    try {
      V value = count.get();
      mine.complete(value);
      return value;
    } catch (RuntimeException | Error e) {
      synchronized (newest) {
        newest.remove(key, mine);
      }
      mine.completeExceptionally(e);
      throw e;
    }
  }

  private static <V> V of(CompletableFuture<V> first) {
    try {
      return first.join();
    } catch (CompletionException e) {
      if (e.getCause() instanceof RuntimeException cause) {
        throw cause;
      }
      throw e;
    }
  }

  /** All that is counted and kept, that asked for last at the end. */
  List<V> known() {
    List<V> known = new ArrayList<>();
    synchronized (newest) {
      for (CompletableFuture<V> one : newest.values()) {
        if (one.isDone() && !one.isCompletedExceptionally()) {
          known.add(one.join());
        }
      }
    }
    return known;
  }
}
