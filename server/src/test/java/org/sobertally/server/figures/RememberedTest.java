package org.sobertally.server.figures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

@Tag("unit")
class RememberedTest {

  private final Remembered<String, Integer> remembered = new Remembered<>(2);
  private final AtomicInteger counted = new AtomicInteger();

  private int count() {
    return counted.incrementAndGet();
  }

  @Test
  void countsOnceForAKey() {
    assertThat(remembered.get("today", this::count)).isEqualTo(1);
    assertThat(remembered.get("today", this::count)).isEqualTo(1);
    assertThat(remembered.get("yesterday", this::count)).isEqualTo(2);
  }

  @Test
  void forgetsWhatNobodyAskedForForTheLongest() {
    remembered.get("a", this::count);
    remembered.get("b", this::count);
    remembered.get("a", this::count);
    remembered.get("c", this::count);
    assertThat(remembered.get("a", this::count)).isEqualTo(1);
    assertThat(remembered.get("b", this::count)).as("b was forgotten").isEqualTo(4);
  }

  /** Somebody who travels to another day holds up nobody who stays on this one. */
  @Test
  void whoAsksForAnotherKeyWaitsForNobody() {
    CountDownLatch begun = new CountDownLatch(1);
    CountDownLatch end = new CountDownLatch(1);
    CompletableFuture<Integer> slow =
        CompletableFuture.supplyAsync(
            () ->
                remembered.get(
                    "another day",
                    () -> {
                      begun.countDown();
                      await(end);
                      return count();
                    }));
    await(begun);
    assertThat(remembered.get("today", this::count)).isEqualTo(1);
    assertThat(remembered.known()).containsExactly(1);
    CompletableFuture<Integer> same =
        CompletableFuture.supplyAsync(() -> remembered.get("another day", this::count));
    end.countDown();
    assertThat(slow.join()).isEqualTo(2);
    assertThat(same.join()).as("it waits for what is being counted").isEqualTo(2);
  }

  @Test
  void whatFailsIsCountedAnew() {
    assertThatThrownBy(
            () ->
                remembered.get(
                    "today",
                    () -> {
                      throw new IllegalStateException("No rate.");
                    }))
        .hasMessage("No rate.");
    assertThat(remembered.get("today", this::count)).isEqualTo(1);
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
