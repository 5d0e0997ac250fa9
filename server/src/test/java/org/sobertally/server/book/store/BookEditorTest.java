package org.sobertally.server.book.store;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.StandingRule;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.support.DemoBook;

/** Whatever is edited, the stored rows and the book in memory say the same. */
@QuarkusTest
class BookEditorTest {

  private static final LocalDate DAY = LocalDate.of(2026, 9, 30);

  @Inject Books books;
  @Inject BookEditor editor;
  @Inject BookRows rows;
  @Inject BookService service;

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  /** Edits, and gives what is then stored, read anew. */
  private Book edited(Consumer<Books.Change> edit) {
    books.write(
        change -> {
          edit.accept(change);
          return null;
        });
    Book inMemory = books.current();
    books.write(
        change -> {
          service.reload(change);
          return null;
        });
    Book stored = books.current();
    assertThat(stored.lines().all()).isEqualTo(inMemory.lines().all());
    assertThat(stored.plans().all()).isEqualTo(inMemory.plans().all());
    assertThat(stored.people().all()).isEqualTo(inMemory.people().all());
    assertThat(stored.groups().all()).isEqualTo(inMemory.groups().all());
    assertThat(stored.accounts().all()).isEqualTo(inMemory.accounts().all());
    assertThat(stored.rules()).isEqualTo(inMemory.rules());
    assertThat(stored.keeps()).containsExactlyInAnyOrderElementsOf(inMemory.keeps());
    assertThat(sorted(stored)).isEqualTo(sorted(inMemory));
    assertThat(stored.holdings().size()).isEqualTo(inMemory.holdings().size());
    for (int h = 0; h < stored.holdings().size(); h++) {
      assertThat(stored.holding(h)).isEqualTo(inMemory.holding(h));
    }
    return stored;
  }

  private static List<StandingRule> sorted(Book book) {
    List<StandingRule> rules = new ArrayList<>(book.standingRules());
    rules.sort(Comparator.comparing(StandingRule::id));
    return rules;
  }

  @Test
  void aSubscriptionComesWithItsBreaksAndChanges() {
    Subscription was = books.current().lines().byId("qm-opus");
    PriceList prices =
        new PriceList(
            PriceList.Pricing.VOLUME,
            was.prices().unitPrice(),
            List.of(
                new PriceList.PriceBreak(100, new BigDecimal("300")),
                new PriceList.PriceBreak(200, new BigDecimal("280"))),
            50);
    List<Subscription.QuantityChange> changes =
        List.of(new Subscription.QuantityChange(DAY, -3, "fewer"));
    Subscription now =
        new Subscription(was.id(), was.agreement(), was.plan(), was.seats(), prices, changes);
    assertThat(edited(change -> editor.put(change, now)).lines().byId("qm-opus")).isEqualTo(now);
    Subscription without =
        new Subscription(
            was.id(),
            was.agreement(),
            was.plan(),
            was.seats(),
            new PriceList(PriceList.Pricing.VOLUME, was.prices().unitPrice(), List.of(), 0),
            List.of());
    assertThat(edited(change -> editor.put(change, without)).lines().byId("qm-opus"))
        .isEqualTo(without);
  }

  @Test
  void aGroupComesChangesAndGoes() {
    List<String> two = List.of("p0609", "p0626");
    Group riggers = new Group("riggers", "Riggers", 30, two, List.of("p0609"));
    assertThat(edited(change -> editor.put(change, riggers)).groups().byId("riggers"))
        .isEqualTo(riggers);
    Group fewer = new Group("riggers", "Riggers ashore", 30, List.of("p0626"), List.of());
    assertThat(edited(change -> editor.put(change, fewer)).groups().byId("riggers"))
        .isEqualTo(fewer);
    assertThat(edited(change -> editor.drop(change, fewer)).groups().has("riggers")).isFalse();
  }

  @Test
  void accountsSeatsKeepsAndRulesAreEdited() {
    Book before = books.current();
    String holding = before.holdings().id(0);
    String account = before.holding(0).account();
    edited(
        change -> {
          editor.put(
              change,
              new Account(
                  "a-new",
                  "quillmoor",
                  null,
                  "new@skerryline.example",
                  Account.State.ACTIVE,
                  null,
                  true));
          editor.setState(change, account, Account.State.SUSPENDED, DAY);
          editor.endHolding(change, holding, DAY);
          editor.put(change, new Keep("k-1", holding, "Needed", "Runa", DAY.plusDays(9)));
          editor.endKeep(change, holding, "k-1", DAY.plusDays(2));
          editor.put(change, new StandingRule("r-new", "finance", "quill-letter", DAY, null));
          editor.put(change, new HouseRules(61, 31, 91, 15));
        });
    edited(change -> editor.endHolding(change, holding, null));
  }

  /** Columns that no calculation knows are not lost when their row is written. */
  @Test
  void whatTheBookInMemoryDoesNotKnowStaysStored() throws BookRows.NotAValueException {
    String[] before = rows.find("plans.csv", "quill-opus");
    Map<String, String> values = BookRows.byColumn("plans.csv", before);
    values.put("lets_sign_in", "true");
    String[] after = BookRows.row("plans.csv", values);
    books.write(
        change -> {
          rows.apply(List.of(new BookRows.Change("plans.csv", before, after)));
          return null;
        });
    Book book =
        edited(
            change -> editor.drawLines(change, change.book().plans().byId("quill-opus"), 45, null));
    assertThat(book.plans().byId("quill-opus").idleLine()).isEqualTo(45);
    assertThat(BookRows.byColumn("plans.csv", rows.find("plans.csv", "quill-opus")))
        .containsEntry("lets_sign_in", "true")
        .containsEntry("idle_line", "45");
  }

  /** A new version would throw away every figure that is remembered. */
  @Test
  void somebodyWhoIsAsTheyWereMakesNoNewBook() {
    long version = books.current().version();
    Map<String, String> values = books.write(change -> editor.valuesOfPerson("p0609"));
    assertThat(put(values)).isFalse();
    assertThat(books.current().version()).isEqualTo(version);
    values.put("site", "Somewhere else");
    assertThat(put(values)).isTrue();
    assertThat(books.current().version()).isGreaterThan(version);
    assertThat(books.current().people().byId("p0609").site()).isEqualTo("Somewhere else");
  }

  private boolean put(Map<String, String> values) {
    return books.write(
        change -> {
          try {
            return editor.putPerson(change, values).isPresent();
          } catch (BookRows.NotAValueException e) {
            throw new IllegalStateException(e);
          }
        });
  }
}
