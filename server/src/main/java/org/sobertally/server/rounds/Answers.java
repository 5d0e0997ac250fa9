package org.sobertally.server.rounds;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** What holders say with the link of their letter. */
@ApplicationScoped
class Answers {

  private static final int KEPT_DAYS = 180;

  /** For each seat asked about: enough to change one's mind, too few to flood anybody. */
  private static final int MOST_ANSWERS = 6;

  private final RoundStore store;
  private final Letters letters;
  private final Books books;
  private final BookEditor editor;
  private final Journal journal;
  private final TallyClock clock;

  Answers(
      RoundStore store,
      Letters letters,
      Books books,
      BookEditor editor,
      Journal journal,
      TallyClock clock) {
    this.store = store;
    this.letters = letters;
    this.books = books;
    this.editor = editor;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * One seat that is asked about.
   *
   * @param answer what was said of it; null for nothing yet
   */
  @Schema(name = "AskedSeat")
  record AskedSeat(
      String item,
      String planName,
      String vendorName,
      String why,
      @Schema(nullable = true) @Nullable LocalDate lastUsed,
      @Nullable MoneyDto yearly,
      @Schema(nullable = true) RoundItem.@Nullable Answer answer,
      @Schema(nullable = true) @Nullable String reason) {}

  /**
   * What somebody is asked.
   *
   * @param until the last day on which it can be answered
   * @param open whether it can be answered now
   * @param closed why not, where it cannot
   */
  @Schema(name = "RoundQuestion")
  record Question(
      String name,
      LocalDate until,
      boolean open,
      @Schema(nullable = true) @Nullable String closed,
      List<AskedSeat> seats) {}

  /**
   * @param item of the question's seats
   * @param reason needed where the seat is to be kept
   */
  @Schema(name = "RoundAnswer")
  record AnswerForm(
      @NotBlank String item,
      @NotNull RoundItem.Answer answer,
      @Schema(nullable = true) @Size(max = 500) String reason) {}

  Question question(String token) {
    return QuarkusTransaction.requiringNew().call(() -> shown(letter(token)));
  }

  private RoundLetter letter(String token) {
    RoundLetter letter = letters.opened(token).orElse(null);
    if (letter == null || !books.current().people().has(letter.person)) {
      throw Refusal.notFound("This link opens nothing. Take it from the mail, whole.");
    }
    return letter;
  }

  private Question shown(RoundLetter letter) {
    Book book = books.current();
    Round round = store.round(letter.round);
    return new Question(
        book.people().byId(letter.person).name(),
        round.askUntil,
        isOpen(round),
        closed(round),
        store.itemsOf(round.id, letter.person).stream().map(item -> shown(book, item)).toList());
  }

  private static AskedSeat shown(Book book, RoundItem item) {
    Plan plan = book.plans().has(item.plan) ? book.plans().byId(item.plan) : null;
    return new AskedSeat(
        item.id,
        plan != null ? plan.name() : item.plan,
        plan != null ? book.vendors().byId(plan.vendor()).name() : "",
        item.why,
        item.lastUsed,
        MoneyDto.of(item.yearly, item.currency),
        item.answer,
        item.answer == RoundItem.Answer.KEEP ? item.reason : null);
  }

  private boolean isOpen(Round round) {
    return round.state == Round.State.ASKING && !clock.today().isAfter(round.askUntil);
  }

  private @Nullable String closed(Round round) {
    if (isOpen(round)) {
      return null;
    }
    return round.state == Round.State.OVERTAKEN
        ? "A newer round asks the same; answer that one."
        : "The time to answer is over. Write to whoever looks after your seats.";
  }

  /** An answer may be given again until the questions end; the last one counts. */
  private static void requireNotTooOften(RoundLetter letter, int seats) {
    if (letter.answers >= MOST_ANSWERS * seats) {
      throw Refusal.tooMany(
          "This link was answered with often enough. Write to whoever looks after your seats.");
    }
  }

  Question answer(String token, AnswerForm form) {
    return books.write(
        change -> {
          RoundLetter letter = letter(token);
          Round round = store.round(letter.round);
          String closed = closed(round);
          if (closed != null) {
            throw Refusal.conflict(closed);
          }
          RoundItem item =
              store.itemsOf(round.id, letter.person).stream()
                  .filter(one -> one.id.equals(form.item()))
                  .findFirst()
                  .orElseThrow(() -> Refusal.notFound("You were not asked about that seat."));
          List<RoundItem> theirs = store.itemsOf(round.id, letter.person);
          if (isSaid(item, form)) {
            return shown(letter);
          }
          requireNotTooOften(letter, theirs.size());
          letter.answers++;
          take(change, round, item, form);
          letters.receipt(change.book(), round, letter, theirs);
          return shown(letter);
        });
  }

  /** Whether just this was answered before: saying it twice changes nothing. */
  private static boolean isSaid(RoundItem item, AnswerForm form) {
    boolean same = item.answer == form.answer();
    return same && (form.answer() == RoundItem.Answer.TAKE || reasonOf(form).equals(item.reason));
  }

  private static String reasonOf(AnswerForm form) {
    return form.reason() == null ? "" : form.reason().strip();
  }

  private void take(Books.Change change, Round round, RoundItem item, AnswerForm form) {
    LocalDate today = clock.today();
    String reason = reasonOf(form);
    if (item.state == RoundItem.State.LEFT_OUT) {
      throw Refusal.conflict("This seat is not looked at any more.");
    }
    if (item.keep != null) {
      editor.endKeep(change, item.holding, item.keep, today);
      item.keep = null;
    }
    boolean keeps = form.answer() == RoundItem.Answer.KEEP;
    if (keeps) {
      if (reason.isEmpty()) {
        throw Refusal.badInput("reason: say in a word why the seat is needed.");
      }
      item.keep = editor.keep(change, item.holding, reason, item.name, today.plusDays(KEPT_DAYS));
    }
    item.state = keeps ? RoundItem.State.KEPT : RoundItem.State.ASKED;
    item.answer = form.answer();
    item.answered = clock.now();
    item.reason = keeps ? reason : null;
    write(round, item, keeps, reason);
  }

  private void write(Round round, RoundItem item, boolean keeps, String reason) {
    JournalEntry entry = new JournalEntry();
    entry.person = item.person;
    entry.line = item.line;
    entry.holding = item.holding;
    String text =
        keeps
            ? "%s still needs their seat (round %d): %s"
            : "%s does not need their seat (round %d).%s";
    journal.add(
        "by link",
        "ROUND_ANSWERED",
        text.formatted(item.name, round.number, keeps ? reason : ""),
        entry);
  }
}
