package org.sobertally.server.outbox;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.function.BiFunction;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Wait;

@QuarkusTest
class OutboxTest {

  private record Item(String lane, String name) {}

  private final Queue<Item> waiting = new ConcurrentLinkedQueue<>();
  private final Queue<String> carried = new ConcurrentLinkedQueue<>();
  private volatile Instant next;
  private Outbox<Item> outbox;

  private Outbox<Item> outbox(BiFunction<String, List<Item>, Duration> carry) {
    outbox =
        new Outbox<>(
            "items",
            new Outbox.Waiting<>() {
              @Override
              public List<Item> due(Instant now, Set<String> busy) {
                return waiting.stream().filter(item -> !busy.contains(item.lane())).toList();
              }

              @Override
              public Optional<Instant> nextDue(Set<String> busy) {
                return Optional.ofNullable(next);
              }

              @Override
              public String lane(Item item) {
                return item.lane();
              }

              @Override
              public Duration carry(String lane, List<Item> due) {
                return carry.apply(lane, due);
              }
            },
            Duration.ofMillis(5));
    return outbox;
  }

  private Duration done(List<Item> due) {
    for (Item item : due) {
      carried.add(item.name());
      waiting.remove(item);
    }
    return Duration.ZERO;
  }

  @AfterEach
  void close() throws InterruptedException {
    outbox.close();
  }

  @Test
  void whatComesWhileALaneIsAtWorkIsCarriedNext() {
    CountDownLatch more = new CountDownLatch(1);
    outbox(
            (lane, due) -> {
              if (carried.isEmpty()) {
                await(more);
              }
              return done(due);
            })
        .kick();
    waiting.add(new Item("a", "first"));
    outbox.kick();
    waiting.add(new Item("a", "second"));
    outbox.kick();
    more.countDown();
    Wait.until("both are carried", () -> carried.size() == 2);
    assertThat(carried).containsExactly("first", "second");
  }

  @Test
  void aLaneThatHangsHoldsNobodyElseUp() {
    CountDownLatch ever = new CountDownLatch(1);
    waiting.add(new Item("slow", "slow one"));
    waiting.add(new Item("quick", "quick one"));
    outbox(
            (lane, due) -> {
              if (lane.equals("slow")) {
                await(ever);
              }
              return done(due);
            })
        .kick();
    Wait.until("the quick one is carried", () -> carried.contains("quick one"));
    assertThat(carried).doesNotContain("slow one");
    ever.countDown();
    Wait.until("so is the slow one", () -> carried.contains("slow one"));
  }

  @Test
  void whatFailsIsLookedAtAgain() {
    List<String> tries = new ArrayList<>();
    waiting.add(new Item("a", "stubborn"));
    outbox(
            (lane, due) -> {
              tries.add(lane);
              if (tries.size() < 3) {
                throw new IllegalStateException("Not yet.");
              }
              return done(due);
            })
        .kick();
    Wait.until("it is carried", () -> carried.contains("stubborn"));
    assertThat(tries).hasSize(3);
  }

  @Test
  void aLaneRestsWhereNobodyAnswersAndGoesOnByItself() {
    List<String> tries = new ArrayList<>();
    waiting.add(new Item("a", "late"));
    outbox(
            (lane, due) -> {
              tries.add(lane);
              return tries.size() < 2 ? Duration.ofMillis(80) : done(due);
            })
        .kick();
    Wait.until("it is carried", () -> carried.contains("late"));
    assertThat(tries).hasSize(2);
  }

  @Test
  void wakesByItselfWhenTheNextIsDue() {
    next = Instant.now().plusMillis(50);
    outbox((lane, due) -> done(due)).kick();
    waiting.add(new Item("a", "due later"));
    Wait.until("it is carried", () -> carried.contains("due later"));
    next = null;
  }

  @Test
  void beginsNothingOnceItIsClosed() throws InterruptedException {
    outbox((lane, due) -> done(due)).close();
    waiting.add(new Item("a", "too late"));
    outbox.kick();
    assertThat(outbox.isClosed()).isTrue();
    assertThat(carried).isEmpty();
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
