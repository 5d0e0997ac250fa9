package org.sobertally.server.events;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.cloudevents.CloudEvent;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.server.events.EventResource.EventFault;

/** What one batch of events comes to, and what is wrong with it. */
final class EventBatch {

  private static final ObjectMapper JSON = new ObjectMapper();

  final Book book;
  final List<EventFault> faults = new ArrayList<>();
  final Map<String, Session> sessions = new LinkedHashMap<>();

  /** Where a session runs, by the session. */
  final Map<String, String> hosts = new LinkedHashMap<>();

  /** By the vendor. */
  final Map<String, Evidence> evidence = new LinkedHashMap<>();

  /** The pools about which something changed. */
  final Set<String> plans = new HashSet<>();

  /** Numbers of account and part, and the day. */
  final List<int[]> use = new ArrayList<>();

  /** By allowance, day and account, which may be empty. */
  final Map<List<String>, BigDecimal> metered = new LinkedHashMap<>();

  int taken;
  int repeated;

  EventBatch(Book book) {
    this.book = book;
  }

  OneEvent read(int n, CloudEvent event) {
    return new OneEvent(n, event);
  }

  /** Reads what an event tells. What it lacks becomes a fault of the batch. */
  final class OneEvent {
    final CloudEvent event;
    final JsonNode data;
    private final int n;

    private OneEvent(int n, CloudEvent event) {
      this.n = n;
      this.event = event;
      this.data = data(event);
    }

    void fault(String field, String message) {
      faults.add(new EventFault(n, field, message));
    }

    /** Empty where it is missing. */
    String text(String field) {
      String text = data.path(field).asText("").strip();
      if (text.isEmpty()) {
        fault(field, "It is missing in the event's data.");
      }
      return text;
    }

    /** The number of the account; below zero where there is none. */
    int account() {
      String id = text("account");
      int account = book.accounts().numberOf(id);
      if (account < 0 && !id.isEmpty()) {
        fault("account", "There is no account %s.".formatted(id));
      }
      return account;
    }

    @Nullable LocalDate day(String field) {
      String text = text(field);
      try {
        return text.isEmpty() ? null : LocalDate.parse(text);
      } catch (DateTimeException e) {
        fault(field, "'%s' is not a day.".formatted(text));
        return null;
      }
    }

    @Nullable Instant time() {
      if (event.getTime() == null) {
        fault("time", "A session needs the time of the event.");
        return null;
      }
      return event.getTime().toInstant();
    }

    /** The plan of a pool; empty where it is none. */
    String pool() {
      String plan = text("plan");
      boolean pool =
          book.plans().has(plan) && book.plans().byId(plan).model() == PlanModel.FLOATING;
      if (!pool && !plan.isEmpty()) {
        fault("plan", "There is no pool %s.".formatted(plan));
      }
      return pool ? plan : "";
    }
  }

  private static JsonNode data(CloudEvent event) {
    try {
      return event.getData() == null
          ? JSON.createObjectNode()
          : JSON.readTree(event.getData().toBytes());
    } catch (IOException e) {
      return JSON.createObjectNode();
    }
  }
}
