package org.sobertally.server.renewals;

import static java.util.Objects.requireNonNull;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.money.Money;

/** What was chosen for one renewal of an agreement, and what came of it. */
@Entity
@Table(name = "renewal_case")
class RenewalCase {
  @Id String id;
  @Version int version;
  String agreement;
  LocalDate renews;

  /** The last day on which the vendor can be told. */
  @Column(name = "notice_by")
  LocalDate noticeBy;

  @Enumerated(EnumType.STRING)
  RenewalState state;

  /** Whose terms were chosen; null for the agreement's own. */
  @Nullable String offer;

  int months;

  /** As the parameters of the page had them, so that it can be opened again as it was. */
  @Nullable String margin;

  /** A line each. */
  @Nullable String known;

  @Column(name = "yearly_before")
  @Nullable BigDecimal yearlyBefore;

  @Column(name = "yearly_after")
  @Nullable BigDecimal yearlyAfter;

  @JdbcTypeCode(SqlTypes.CHAR)
  @Nullable String currency;

  @Nullable String note;

  @Column(name = "prepared_by")
  @Nullable String preparedBy;

  /** Behind whom they acted, a line each. */
  @Column(name = "prepared_behind")
  @Nullable String preparedBehind;

  @Column(name = "prepared_on")
  @Nullable LocalDate preparedOn;

  @Column(name = "decide_by")
  @Nullable LocalDate decideBy;

  @Column(name = "decided_by")
  @Nullable String decidedBy;

  @Column(name = "decided_on")
  @Nullable LocalDate decidedOn;

  @Nullable Boolean granted;

  @Column(name = "decision_note")
  @Nullable String decisionNote;

  @Column(name = "notice_on")
  @Nullable LocalDate noticeOn;

  @Column(name = "notice_way")
  @Nullable String noticeWay;

  @Column(name = "notice_address")
  @Nullable String noticeAddress;

  @Column(name = "notice_by_whom")
  @Nullable String noticeByWhom;

  @Column(name = "proof_name")
  @Nullable String proofName;

  @Lob byte @Nullable [] proof;

  @Column(name = "kept_reason")
  @Nullable String keptReason;

  @Column(name = "kept_until")
  @Nullable LocalDate keptUntil;

  @Column(name = "renewed_on")
  @Nullable LocalDate renewedOn;

  /** An amount in the currency that it was prepared in. */
  Money money(BigDecimal amount) {
    return new Money(amount, requireNonNull(currency, "currency"));
  }

  /** What it costs a year as it stands; of one that was prepared. */
  Money before() {
    return money(requireNonNull(yearlyBefore, "yearlyBefore"));
  }

  /** What it would cost a year; of one that was prepared. */
  Money after() {
    return money(requireNonNull(yearlyAfter, "yearlyAfter"));
  }

  /** How much less a year that is; below zero where it is more. */
  Money less() {
    return before().minus(after());
  }

  /** The login of whoever prepared it; of one that was prepared. */
  String preparer() {
    return requireNonNull(preparedBy, "preparedBy");
  }

  /** Whether one of those had it prepared, themselves or by a token of theirs. */
  boolean isPreparedByAnyOf(Collection<String> people) {
    return preparedBehind != null
        && !Collections.disjoint(people, List.of(preparedBehind.split("\n")));
  }

  /** Changes that were counted with, as they were asked for. */
  List<String> knownChanges() {
    return known == null || known.isBlank() ? List.of() : List.of(known.split("\n"));
  }

  /** Whether by the day somebody decided on quantities that hold from the renewal on. */
  boolean isDecidedOn(LocalDate day) {
    RenewalState now = stateOn(day);
    return (now == RenewalState.DECIDED
            || now == RenewalState.NOTICE_GIVEN
            || now == RenewalState.RENEWED)
        && yearlyAfter != null
        && decidedOn != null
        && !decidedOn.isAfter(day);
  }

  /** As it stands on the day: what was kept on purpose is open again once that is over. */
  RenewalState stateOn(LocalDate day) {
    boolean over =
        state == RenewalState.KEPT_ON_PURPOSE && keptUntil != null && !day.isBefore(keptUntil);
    return over ? RenewalState.OPEN : state;
  }
}
