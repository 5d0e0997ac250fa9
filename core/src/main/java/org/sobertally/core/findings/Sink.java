package org.sobertally.core.findings;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.time.Days;

/**
 * Takes findings one after the other: {@code at…}, then what is known of it, then {@link #add}. One
 * object serves all of them, since there may be a hundred thousand.
 */
final class Sink {

  private final Findings found;
  private FindingKind kind = FindingKind.IDLE;
  private int cover;
  private int account;
  private int holding;
  private int line;
  private int vendor;
  private BigDecimal gives = BigDecimal.ZERO;
  private int since;
  private int plan;
  private long figure;
  private @Nullable String said;

  Sink(Findings found) {
    this.found = found;
  }

  private Sink start(FindingKind ofKind) {
    kind = ofKind;
    cover = Findings.NONE;
    account = Findings.NONE;
    holding = Findings.NONE;
    line = Findings.NONE;
    vendor = Findings.NONE;
    gives = BigDecimal.ZERO;
    since = Days.NONE;
    plan = Findings.NONE;
    figure = 0;
    said = null;
    return this;
  }

  /** Found in a holding. */
  Sink at(FindingKind ofKind, int ofHolding) {
    start(ofKind);
    holding = ofHolding;
    account = found.book.holdings().account(ofHolding);
    line = found.book.holdings().line(ofHolding);
    vendor = found.book.vendorOfAccount(account);
    since = found.book.holdings().from(ofHolding);
    return this;
  }

  /** Found in an account that holds nothing. */
  Sink atAccount(FindingKind ofKind, int ofAccount) {
    start(ofKind);
    account = ofAccount;
    vendor = found.book.vendorOfAccount(ofAccount);
    return this;
  }

  /** Found in a subscription as a whole. */
  Sink atLine(FindingKind ofKind, int ofLine) {
    start(ofKind);
    line = ofLine;
    vendor = found.book.vendorOfLine(ofLine);
    return this;
  }

  /** Found at a vendor. */
  Sink atVendor(FindingKind ofKind, int ofVendor) {
    start(ofKind);
    vendor = ofVendor;
    return this;
  }

  /** The cover that it was found at. */
  Sink cover(int of) {
    cover = of;
    return this;
  }

  /** What it alone would give back a year, unrounded. */
  Sink gives(BigDecimal yearly) {
    gives = yearly;
    return this;
  }

  /** Since which epoch day; of a holding else since it began. */
  Sink since(int day) {
    since = day;
    return this;
  }

  /** A plan that the sentence speaks of. */
  Sink plan(int other) {
    plan = other;
    return this;
  }

  /** A set of parts or a number that the sentence speaks of. */
  Sink figure(long value) {
    figure = value;
    return this;
  }

  /** The sentence, where it is made now and not when somebody asks. */
  Sink said(String sentence) {
    said = sentence;
    return this;
  }

  void add() {
    found.add(kind, cover, account, holding, line, vendor, gives, since, plan, figure, said);
  }
}
