package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import java.util.Random;

/**
 * Sixty people who left before the present agreements began, and what they left behind at
 * Quillmoor: their seats came back, their data lies there, and nobody looked at it since.
 */
final class Former {

  private static final String VENDOR = "quillmoor";
  private static final int PEOPLE = 60;

  /** One of them signs in to this day. */
  private static final int STILL_THERE = 17;

  private static final LocalDate ENDED = LocalDate.of(2024, 1, 7);

  private static final List<String> GIVEN =
      List.of(
          "Alva",
          "Birger",
          "Cosmo",
          "Delphine",
          "Einar",
          "Fabia",
          "Gunnvor",
          "Hollis",
          "Idunn",
          "Jory");
  private static final List<String> FAMILY =
      List.of("Aspinal", "Brodersund", "Carrowmore", "Dunleavy-Rask", "Eskilby", "Farrand");

  private record Department(String group, String name) {}

  private static final List<Department> DEPARTMENTS =
      List.of(
          new Department("tickets", "Ticket offices"),
          new Department("dockyard", "Dockyard"),
          new Department("finance", "Finance"),
          new Department("office", "Head office"),
          new Department("legal", "Legal"),
          new Department("routes", "Route planning"));

  private Former() {}

  static void tell(Draft draft) {
    draft.row(
        "agreements.csv",
        "qm-2022",
        VENDOR,
        "Quillmoor office suite, until 2024",
        "EUR",
        LocalDate.of(2022, 1, 7),
        ENDED,
        60,
        "MANUAL",
        "AT_RENEWAL",
        null,
        null,
        null,
        null);
    draft.plan("quill-leaf", VENDOR, "Leaf", null, null, "NAMED", "mail documents storage");
    draft.row(
        "lines.csv", "qm-leaf-2022", "qm-2022", "quill-leaf", 360, "174.00", "FLAT", null, null);
    for (int n = 0; n < PEOPLE; n++) {
      tell(draft, n);
    }
  }

  private static void tell(Draft draft, int n) {
    Random chance = draft.chance("former " + n);
    String id = "x%04d".formatted(n + 1);
    String name = GIVEN.get(n % GIVEN.size()) + " " + FAMILY.get(n / GIVEN.size());
    String email =
        name.toLowerCase(java.util.Locale.ROOT).replace(' ', '.') + "@skerryline.example";
    Department department = DEPARTMENTS.get(n % DEPARTMENTS.size());
    LocalDate left = LocalDate.of(2022, 5, 2).plusDays(chance.nextInt(600));
    draft.person(
        id,
        name,
        email,
        department.name(),
        null,
        "LEFT",
        left,
        null,
        LocalDate.of(2015, 3, 2).plusDays(chance.nextInt(2000)),
        null);
    draft.row("group_members.csv", department.group(), id, null);
    String account = VENDOR + "-" + id;
    boolean open = n == STILL_THERE;
    draft.row(
        "accounts.csv",
        account,
        VENDOR,
        id,
        email,
        open ? "ACTIVE" : "SUSPENDED",
        open ? null : left,
        null,
        3 + chance.nextInt(238));
    LocalDate back = left.plusDays(chance.nextInt(60));
    draft.row(
        "holdings.csv",
        "h-qm-leaf-2022-%04d".formatted(n + 1),
        account,
        "qm-leaf-2022",
        LocalDate.of(2022, 1, 7),
        back.isBefore(ENDED) ? back : ENDED,
        "HAND");
    if (open) {
      draft.use(account, "mail", LocalDate.of(2026, 9, 7));
      draft.use(account, "storage", LocalDate.of(2026, 9, 21));
    }
  }
}
