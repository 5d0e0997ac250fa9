package org.sobertally.server.links;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.server.vendors.VendorAccount;

/**
 * Which account of the book is meant by each that a vendor shows: the one of that name; the one
 * that was recognised before; the one that the vendor knows by our id; the one with the same mail.
 * A rule holds only where it points from one to one; else who is meant is not clear, and nobody is.
 */
final class Recognition {

  /** Why somebody was recognised. */
  enum By {
    NAME,
    REMEMBERED,
    EXTERNAL_ID,
    MAIL
  }

  /**
   * @param account ours
   */
  record Match(VendorAccount theirs, String account, By by) {}

  /**
   * @param ours accounts of the book that may be meant
   */
  record Unclear(VendorAccount theirs, List<String> ours) {}

  final List<Match> matches = new ArrayList<>();
  final List<Unclear> unclear = new ArrayList<>();
  final List<VendorAccount> unknown = new ArrayList<>();

  private final Set<String> taken = new HashSet<>();

  private Recognition() {}

  /**
   * @param remembered our account by the vendor's name for it
   * @param taken accounts of ours that are known to be others
   */
  static Recognition of(
      Book book,
      String vendor,
      Collection<VendorAccount> seen,
      Map<String, String> remembered,
      Set<String> taken) {
    Recognition recognition = new Recognition();
    recognition.taken.addAll(taken);
    List<VendorAccount> strangers = new ArrayList<>();
    for (VendorAccount one : seen) {
      String before = remembered.get(one.account());
      if (before != null && recognition.isFree(book, vendor, before)) {
        recognition.match(one, before, By.REMEMBERED);
      } else if (recognition.isFree(book, vendor, one.account())) {
        recognition.match(one, one.account(), By.NAME);
      } else {
        strangers.add(one);
      }
    }
    recognition.strangers(book, vendor, strangers, recognition.freeByMail(book, vendor));
    return recognition;
  }

  private Map<String, List<String>> freeByMail(Book book, String vendor) {
    Map<String, List<String>> byMail = new HashMap<>();
    for (Account account : book.accounts().all()) {
      if (account.vendor().equals(vendor)
          && account.state() != Account.State.DELETED
          && !taken.contains(account.id())) {
        mails(book, account)
            .forEach(
                mail -> byMail.computeIfAbsent(mail, m -> new ArrayList<>()).add(account.id()));
      }
    }
    return byMail;
  }

  private static boolean isOf(Book book, String vendor, String account) {
    return book.accounts().has(account) && book.accounts().byId(account).vendor().equals(vendor);
  }

  private boolean isFree(Book book, String vendor, String account) {
    return isOf(book, vendor, account) && !taken.contains(account);
  }

  private static Set<String> mails(Book book, Account account) {
    Set<String> mails = new HashSet<>();
    mails.add(folded(account.email()));
    if (account.person() != null) {
      mails.add(folded(book.people().byId(account.person()).email()));
    }
    mails.remove("");
    return mails;
  }

  private static String folded(String mail) {
    return mail.strip().toLowerCase(Locale.ROOT);
  }

  private void strangers(
      Book book, String vendor, List<VendorAccount> strangers, Map<String, List<String>> byMail) {
    Map<String, Integer> shown = new HashMap<>();
    Map<String, Integer> named = new HashMap<>();
    for (VendorAccount one : strangers) {
      theirMails(one).forEach(mail -> shown.merge(mail, 1, Integer::sum));
      if (one.externalId() != null) {
        named.merge(one.externalId(), 1, Integer::sum);
      }
    }
    for (VendorAccount one : strangers) {
      String external = one.externalId();
      if (external != null
          && named.getOrDefault(external, 0) == 1
          && isFree(book, vendor, external)) {
        match(one, external, By.EXTERNAL_ID);
        continue;
      }
      Set<String> meant = new HashSet<>();
      boolean alone = true;
      for (String mail : theirMails(one)) {
        meant.addAll(byMail.getOrDefault(mail, List.of()));
        alone &= shown.getOrDefault(mail, 0) == 1;
      }
      meant.removeAll(taken);
      if (meant.isEmpty()) {
        unknown.add(one);
      } else if (meant.size() == 1 && alone) {
        match(one, meant.iterator().next(), By.MAIL);
      } else {
        unclear.add(new Unclear(one, meant.stream().sorted().toList()));
      }
    }
  }

  /** Its mail, and its name where that is one. */
  private static Set<String> theirMails(VendorAccount one) {
    Set<String> mails = new HashSet<>();
    mails.add(folded(one.email()));
    if (one.account().contains("@")) {
      mails.add(folded(one.account()));
    }
    mails.remove("");
    return mails;
  }

  private void match(VendorAccount theirs, String ours, By by) {
    taken.add(ours);
    matches.add(new Match(theirs, ours, by));
  }
}
