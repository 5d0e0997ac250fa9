package org.sobertally.server.slates.moves;

import static java.util.Objects.requireNonNull;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Holding;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.journal.JournalEntry;

/** One move on a slate. What it is about depends on its kind; the rest is null. */
@Entity
@Table(name = "slate_move")
public class SlateMove {

  /** How far a move has come. */
  public enum State {
    PLANNED,
    /** On its way to the vendor, or done there and not shown yet. */
    SENT,
    /** The vendor was read again and shows the change. */
    CONFIRMED,
    FAILED,
    /** On its way back. */
    UNDOING,
    UNDONE;

    /** While in one of these, no other move of the same account and plan may go. */
    public static final Set<State> UNSETTLED = Set.of(SENT, UNDOING);

    /** While in one of these, what waits for it has to wait. */
    public static final Set<State> GOES_ON = Set.of(PLANNED, SENT, UNDOING);

    /** In one of these, what waits for it waits in vain. */
    public static final Set<State> CAME_TO_NOTHING = Set.of(FAILED, UNDONE);

    /** Whether it came to an end, one way or the other. */
    public boolean isSettled() {
      return this == CONFIRMED || this == FAILED || this == UNDONE;
    }

    /** Whether what it saves is saved, or may be yet. */
    public boolean counts() {
      return this == CONFIRMED || this == SENT || this == PLANNED;
    }
  }

  /** How it is known that a move is done. */
  public enum How {
    /** The vendor was read and shows it. */
    READ_BACK,
    /** Somebody says that they made the change at the vendor. */
    SAID,
    /** An intake shows it. */
    INTAKE,
    /** It is written down here, and no vendor was asked for anything. */
    NOTED
  }

  /** What may become of it. */
  public static final Life<State> LIFE =
      new Life<>("move", State.class)
          .beginsAs(State.PLANNED)
          // Those that no vendor is asked about are done at once.
          .from(State.PLANNED, State.SENT, State.CONFIRMED)
          .from(State.SENT, State.CONFIRMED, State.FAILED)
          // Sent again: an intake that confirmed it was taken back.
          .from(State.CONFIRMED, State.UNDOING, State.UNDONE, State.SENT)
          .from(State.UNDOING, State.UNDONE, State.CONFIRMED)
          .from(State.UNDONE, State.UNDOING);

  @Id public String id;
  public String slate;
  public int place;

  @Enumerated(EnumType.STRING)
  public MoveKind kind;

  @Enumerated(EnumType.STRING)
  public State state;

  public @Nullable String holding;
  public @Nullable String account;
  public @Nullable String person;
  public String vendor;

  /** The plan and the subscription of the holding, or of the seats that are about to move. */
  public @Nullable String plan;

  public @Nullable String line;

  /** The subscription that a switch goes to. */
  @Column(name = "to_line")
  public @Nullable String toLine;

  /** What becomes of the data of an account that is deleted. */
  @Enumerated(EnumType.STRING)
  public Move.@Nullable DataRoute data;

  @Column(name = "keep_reason")
  public @Nullable String keepReason;

  @Column(name = "keep_until")
  public @Nullable LocalDate keepUntil;

  /** How many seats are given back or bought. */
  public @Nullable Integer seats;

  /** How many seats the account held when its move was planned. */
  @Column(name = "seats_held")
  public @Nullable Integer seatsHeld;

  /** Whether an account that is put right is to hold the plan. */
  @Column(name = "to_hold")
  public @Nullable Boolean toHold;

  /** Whether the account is opened by the move. */
  @Column(name = "new_account")
  public boolean newAccount;

  /** How a seat that is handed out comes to its holder; null for by hand. */
  @Enumerated(EnumType.STRING)
  public Holding.@Nullable Method method;

  /** Money a year, below zero where saved, as it was when the slate was sent. */
  public @Nullable BigDecimal yearly;

  @Column(columnDefinition = "char(3)")
  @JdbcTypeCode(SqlTypes.CHAR)
  public @Nullable String currency;

  @Column(name = "cash_from")
  public @Nullable LocalDate cashFrom;

  /** The last day on which it can be undone; null where there is no such day. */
  @Column(name = "undo_until")
  public @Nullable LocalDate undoUntil;

  /** The day on which the vendor showed it. */
  @Column(name = "settled_on")
  public @Nullable LocalDate settledOn;

  /** How that is known; null while it is not settled, and of moves from before this was kept. */
  @Enumerated(EnumType.STRING)
  @Column(name = "settled_how")
  public @Nullable How settledHow;

  /** The holding or the keep that it opened. */
  public @Nullable String opened;

  /** The holdings that it ended, a line each. */
  @Column(columnDefinition = "clob")
  public @Nullable String ended;

  /** The day on which it is made, once the slate is posted; null for at once. */
  public @Nullable LocalDate due;

  /** Whether it is made only once the earlier moves of its account on the slate are confirmed. */
  public boolean waits;

  /** The person who takes the data over. */
  public @Nullable String successor;

  /** Which kinds of data are handed over, in words; null for all. */
  @Column(name = "data_kinds")
  public @Nullable String dataKinds;

  /** How many gigabytes were handed over; null where nobody said how many there are. */
  @Column(name = "moved_gb")
  public @Nullable BigDecimal movedGb;

  /** When the successor agreed; null while they have not answered. */
  @Column(name = "agreed_on")
  public @Nullable LocalDate agreedOn;

  /** Why it failed, in the vendor's words; or why it could not be made on its day. */
  public @Nullable String reason;

  /** The account of a move that is of one. */
  public String account() {
    return requireNonNull(account, "account");
  }

  /** The holding of a move that is of one. */
  public String holding() {
    return requireNonNull(holding, "holding");
  }

  /** The plan of a move that is of one. */
  public String plan() {
    return requireNonNull(plan, "plan");
  }

  /** The subscription of a move that is of one. */
  public String line() {
    return requireNonNull(line, "line");
  }

  /** How many seats are given back or bought. */
  public int seats() {
    return requireNonNull(seats, "seats");
  }

  /** Whether an account that is put right is to hold the plan. */
  public boolean toHold() {
    return requireNonNull(toHold, "toHold");
  }

  /** The person of a move that hands something to one. */
  public String person() {
    return requireNonNull(person, "person");
  }

  /** Who takes over what an account stores. */
  public String successor() {
    return requireNonNull(successor, "successor");
  }

  /** The subscription that a move goes to. */
  public String toLine() {
    return requireNonNull(toLine, "toLine");
  }

  /** What a confirmed move began: a holding, or a keep. */
  public String opened() {
    return requireNonNull(opened, "opened");
  }

  /** The day from which a move that changes a quantity saves. */
  public LocalDate cashFrom() {
    return requireNonNull(cashFrom, "cashFrom");
  }

  /** Until when a seat is kept. */
  public LocalDate keepUntil() {
    return requireNonNull(keepUntil, "keepUntil");
  }

  /** Why a seat is kept. */
  public String keepReason() {
    return requireNonNull(keepReason, "keepReason");
  }

  /** An entry of the journal that is about it. */
  public JournalEntry journalEntry() {
    JournalEntry entry = new JournalEntry();
    entry.slate = slate;
    entry.move = id;
    entry.line = line;
    entry.holding = holding;
    entry.person = person;
    return entry;
  }

  /** The same with what it saves or costs, and from when. */
  public JournalEntry journalEntryWithMoney() {
    JournalEntry entry = journalEntry();
    entry.yearly = yearly;
    entry.currency = currency;
    entry.cashFrom = cashFrom;
    return entry;
  }

  /** Whether it is made later than the slate is posted. */
  public boolean isStep() {
    return due != null || waits;
  }

  /** The holdings that it ended. */
  public List<String> endedHoldings() {
    return ended == null || ended.isEmpty() ? List.of() : Arrays.asList(ended.split("\n"));
  }

  /**
   * From now on it stands so.
   *
   * @throws IllegalStateException if nothing that stands as it does may become that
   */
  public void become(State next) {
    state = LIFE.step(state, next);
  }
}
