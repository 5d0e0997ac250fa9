package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;

/** The 742 people of Skerry Line, their groups and leads. */
final class Crew {

  /** A person, and what matters to what they use. */
  record Member(
      String id, String name, String email, String department, String status, boolean seasonal) {
    boolean works() {
      return status.equals("ACTIVE");
    }
  }

  private static final List<String> GIVEN =
      List.of(
          "Astrid", "Yannick", "Sefa", "Ines", "Mattias", "Hanne", "Dafydd", "Noor", "Runa",
          "Teodor", "Maren", "Iolo", "Brita", "Caspian", "Orla", "Jonas", "Sunniva", "Elias",
          "Freya", "Tomas", "Greta", "Anselm", "Livia", "Oskar", "Petra", "Kelda", "Ruben", "Signe",
          "Milo", "Adele", "Hakon", "Bettina", "Corin", "Dorte", "Emrys", "Fenna");
  private static final List<String> FAMILY =
      List.of(
          "Brekke",
          "Moreau-Hale",
          "Tuilagi",
          "Valadares",
          "Oduya",
          "Fyrberg",
          "Prosser",
          "El-Amrani",
          "Skarholt",
          "Quist",
          "Lindqvist",
          "Achterberg",
          "Tregarth",
          "Holmsund",
          "Penhallow",
          "Vasari",
          "Ostrander",
          "Kinloch",
          "Marlowe-Tye",
          "Sandvik",
          "Duarte",
          "Rasmund",
          "Halloran",
          "Iversby",
          "Coldstream",
          "Wexford",
          "Nygren",
          "Estevao",
          "Thorsby",
          "Larkfield",
          "Mordaunt",
          "Bellweather",
          "Okonjo",
          "Strand",
          "Fairburn",
          "Gullvik",
          "Zelenko",
          "Ravndal",
          "Tamsin",
          "Hollander",
          "Ekberg");
  private static final List<String> SITES =
      List.of(
          "Skerry Head",
          "Marrow Bay",
          "Tolsand",
          "Ninefold",
          "Gullhaven",
          "Petrel Sound",
          "Oar Point",
          "Lanternmouth",
          "Wick Reach");

  /** Who goes within the next days, and on which day they work last. */
  private static final Map<String, LocalDate> LEAVING =
      Map.of("p0140", LocalDate.of(2026, 10, 6), "p0161", LocalDate.of(2026, 10, 9));

  private record Department(String group, String name, int size, boolean afloat) {}

  private static final List<Department> DEPARTMENTS =
      List.of(
          new Department("deck", "Deck crew", 230, true),
          new Department("engine", "Engine crew", 90, true),
          new Department("tickets", "Ticket offices", 120, false),
          new Department("galley", "Galley and saloon", 74, false),
          new Department("dockyard", "Dockyard", 70, false),
          new Department("routes", "Route planning", 24, false),
          new Department("finance", "Finance", 28, false),
          new Department("purchasing", "Purchasing", 18, false),
          new Department("legal", "Legal", 8, false),
          new Department("safety", "Safety", 20, false),
          new Department("office", "Head office", 60, false));

  private final Draft draft;
  private final Random chance;
  private final List<Member> members = new ArrayList<>();
  private final Set<String> names = new LinkedHashSet<>();
  private boolean backSoon;

  private Crew(Draft draft) {
    this.draft = draft;
    this.chance = draft.chance("crew");
  }

  /** Tells the people; the same ones each time. */
  static List<Member> tell(Draft draft) {
    Crew crew = new Crew(draft);
    for (Department department : DEPARTMENTS) {
      crew.tell(department);
    }
    return List.copyOf(crew.members);
  }

  private void tell(Department department) {
    Integer retention =
        department.group.equals("finance") || department.group.equals("legal") ? 730 : null;
    draft.row("groups.csv", department.group, department.name, retention);
    String lead = null;
    for (int n = 0; n < department.size; n++) {
      String id = "p%04d".formatted(members.size() + 1);
      boolean seasonal = department.afloat && n % 3 == 2;
      String status = status(seasonal, n);
      String name = name();
      String email = address(name);
      LocalDate joined = LocalDate.of(2012, 1, 9).plusDays(chance.nextInt(4700));
      draft.row(
          "people.csv",
          id,
          name,
          email,
          department.name,
          SITES.get(chance.nextInt(SITES.size())),
          "Europe/Lisbon",
          lead,
          status,
          since(status),
          until(status, seasonal, n),
          joined,
          "PERSON",
          LEAVING.get(id),
          Payers.of(department.name));
      draft.row("group_members.csv", department.group, id, n == 0 ? "true" : null);
      lead = lead == null ? id : lead;
      members.add(new Member(id, name, email, department.name, status, seasonal));
    }
  }

  /** Of the seasonal crews some were sent home early; elsewhere a few left or are away. */
  private String status(boolean seasonal, int n) {
    if (n == 0) {
      return "ACTIVE";
    }
    if (seasonal) {
      return n % 12 == 2 ? "SUSPENDED" : "ACTIVE";
    }
    if (n % 29 == 11) {
      return "LEFT";
    }
    return n % 53 == 16 ? "ON_LEAVE" : "ACTIVE";
  }

  /** One of those on leave is back soon; the crews that were sent home come in April. */
  private LocalDate until(String status, boolean seasonal, int n) {
    if (status.equals("SUSPENDED") && seasonal) {
      return LocalDate.of(2027, 4, 1);
    }
    if (!status.equals("ON_LEAVE") || n % 2 != 0) {
      return null;
    }
    boolean soon = !backSoon;
    backSoon = true;
    return soon ? LocalDate.of(2026, 11, 2) : LocalDate.of(2027, 2, 2);
  }

  private LocalDate since(String status) {
    return switch (status) {
      case "SUSPENDED" -> LocalDate.of(2026, 9, 14).plusDays(chance.nextInt(10));
      case "LEFT" -> LocalDate.of(2026, 5, 1).plusDays(chance.nextInt(140));
      case "ON_LEAVE" -> LocalDate.of(2026, 6, 1).plusDays(chance.nextInt(100));
      default -> null;
    };
  }

  private String name() {
    while (true) {
      String name =
          GIVEN.get(chance.nextInt(GIVEN.size())) + " " + FAMILY.get(chance.nextInt(FAMILY.size()));
      if (names.add(name)) {
        return name;
      }
    }
  }

  private static String address(String name) {
    return name.toLowerCase(Locale.ROOT).replace(' ', '.') + "@skerryline.example";
  }
}
