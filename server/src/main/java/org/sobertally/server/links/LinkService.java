package org.sobertally.server.links;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.net.URI;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.eclipse.microprofile.context.ManagedExecutor;
import org.hibernate.Hibernate;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.SealedSecrets;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.http.WebAddress;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.vendors.FileFetch;
import org.sobertally.server.vendors.IdMapping;
import org.sobertally.server.vendors.Recogniser;
import org.sobertally.server.vendors.Sightings;
import org.sobertally.server.vendors.VendorAccount;
import org.sobertally.server.vendors.VendorHandle;
import org.sobertally.server.vendors.VendorLinks;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;
import org.sobertally.server.vendors.VendorProtocol.Proof;
import org.sobertally.server.vendors.VendorRolls;

/** The links that keepers made: kept, put to work at start, changed and taken away. */
@ApplicationScoped
class LinkService {

  private static final Logger LOG = Logger.getLogger(LinkService.class);

  /** Before calls are carried on, which need the links. */
  private static final int EARLY = 1500;

  private static final String EXAMPLE = "https://vendor.example/scim/v2";

  private final EntityManager entities;
  private final VendorLinks links;
  private final VendorRolls rolls;
  private final Sightings sightings;
  private final Books books;
  private final SealedSecrets secrets;
  private final Journal journal;
  private final ManagedExecutor executor;

  LinkService(
      EntityManager entities,
      VendorLinks links,
      VendorRolls rolls,
      Sightings sightings,
      Books books,
      SealedSecrets secrets,
      Journal journal,
      ManagedExecutor executor) {
    this.entities = entities;
    this.links = links;
    this.rolls = rolls;
    this.sightings = sightings;
    this.books = books;
    this.secrets = secrets;
    this.journal = journal;
    this.executor = executor;
  }

  void onStart(@Observes @Priority(EARLY) StartupEvent event) {
    List<VendorLink> all =
        QuarkusTransaction.requiringNew()
            .call(
                () ->
                    entities
                        .createQuery(
                            "select distinct l from VendorLink l left join fetch l.accounts",
                            VendorLink.class)
                        .getResultList());
    all.forEach(
        link -> {
          try {
            putToWork(link);
          } catch (RuntimeException e) {
            LOG.errorf("The link to %s cannot be used: %s", link.vendor, e.getMessage());
          }
        });
  }

  @Transactional
  Optional<VendorLink> of(String vendor) {
    VendorLink link = entities.find(VendorLink.class, vendor);
    if (link != null) {
      Hibernate.initialize(link.accounts);
    }
    return Optional.ofNullable(link);
  }

  /** Whether the secret of the link can be read here; true where it has none. */
  boolean opens(VendorLink link) {
    return link.sealed == null || secrets.open(link.sealed, link.vendor).isPresent();
  }

  /**
   * Keeps the link and puts it to work. The vendor is then read by itself.
   *
   * @return what it is now
   */
  VendorLink keep(String vendor, LinkForm form, String actor) {
    VendorLink kept =
        QuarkusTransaction.requiringNew()
            .call(
                () -> {
                  VendorLink known = entities.find(VendorLink.class, vendor);
                  VendorLink link = filled(known == null ? new VendorLink() : known, vendor, form);
                  if (known == null) {
                    entities.persist(link);
                  }
                  // What cannot be put to work is not kept.
                  config(link);
                  journal.add(
                      actor,
                      known == null ? "LINK_MADE" : "LINK_CHANGED",
                      "%s the link to %s: %s at %s."
                          .formatted(
                              known == null ? "Made" : "Changed",
                              books.current().vendors().byId(vendor).name(),
                              link.kind,
                              URI.create(link.url).getHost()));
                  Hibernate.initialize(link.accounts);
                  return link;
                });
    putToWork(kept);
    rolls.forget(vendor);
    executor.execute(() -> rolls.read(vendor));
    return kept;
  }

  /** Takes the link away; what was posted over it waits, or is made by hand. */
  void drop(String vendor, String actor) {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.remove(entities.find(VendorLink.class, vendor));
              journal.add(
                  actor,
                  "LINK_REMOVED",
                  "Took away the link to %s."
                      .formatted(books.current().vendors().byId(vendor).name()));
            });
    links.unmake(vendor);
    rolls.forget(vendor);
  }

  /** What the form would make of the link; nothing is kept. */
  VendorLink drafted(String vendor, LinkForm form) {
    VendorLink draft = new VendorLink();
    of(vendor)
        .ifPresent(
            known -> {
              draft.url = known.url;
              draft.tokenUrl = known.tokenUrl;
              draft.proof = known.proof;
              draft.sealed = known.sealed;
              draft.changes = known.changes;
              draft.accounts.putAll(known.accounts);
            });
    return filled(draft, vendor, form);
  }

  /** Whom a try of the link recognised; nothing is asked of them before a reading confirms it. */
  void propose(VendorLink draft, Recognition tried) {
    Map<String, VendorHandle> proposals = new HashMap<>();
    tried.matches.stream()
        .filter(match -> match.theirs().handle() != null)
        .forEach(match -> proposals.put(match.account(), match.theirs().handle()));
    sightings.propose(draft.vendor, proposals);
  }

  int proposed(String vendor) {
    return sightings.proposals(vendor).size();
  }

  private void putToWork(VendorLink link) {
    if (!opens(link)) {
      throw new IllegalArgumentException("its secret must be entered anew.");
    }
    links.make(
        link.vendor,
        link.kind,
        config(link),
        IdMapping.byTheirs(link.plans, link.accounts),
        recogniser(link.vendor));
  }

  private Recogniser recogniser(String vendor) {
    return (List<VendorAccount> strangers, Set<String> named) -> {
      Map<String, String> found = new HashMap<>();
      Recognition.of(books.current(), vendor, strangers, tried(vendor, strangers), named)
          .matches
          .stream()
          .filter(match -> match.by() != Recognition.By.NAME)
          .forEach(match -> found.put(match.theirs().account(), match.account()));
      if (!found.isEmpty()) {
        remember(vendor, found);
      }
      return found;
    };
  }

  /** Whom somebody saw recognised when the link was tried, if they are called so still. */
  private Map<String, String> tried(String vendor, List<VendorAccount> strangers) {
    Map<VendorHandle, String> proposals = new HashMap<>();
    sightings.proposals(vendor).forEach((ours, handle) -> proposals.put(handle, ours));
    Map<String, String> tried = new HashMap<>();
    for (VendorAccount one : strangers) {
      String ours = proposals.get(one.handle());
      if (ours != null) {
        tried.put(one.account(), ours);
      }
    }
    return tried;
  }

  /** One reading at a time: two may recognise the same people. */
  private synchronized void remember(String vendor, Map<String, String> found) {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              VendorLink link = entities.find(VendorLink.class, vendor);
              if (link != null) {
                found.forEach((theirs, ours) -> link.accounts.put(ours, theirs));
              }
            });
  }

  /**
   * What the form says, over what was there.
   *
   * @throws Refusal if that cannot be
   */
  VendorLink filled(VendorLink link, String vendor, LinkForm form) {
    if (link.changes != form.changes()) {
      throw Refusal.conflict(
          "Somebody else has changed this link since you opened it. Look at what it says now.");
    }
    URI url = AllowedAddress.of("url", form.url(), EXAMPLE, form.insideAllowed());
    boolean client = form.proof() == VendorLink.ProofKind.CLIENT_CREDENTIALS;
    URI tokenUrl =
        client
            ? AllowedAddress.of("tokenUrl", form.tokenUrl(), EXAMPLE, form.insideAllowed())
            : null;
    if (client && (form.clientId() == null || form.clientId().isBlank())) {
      throw Refusal.notTaken("clientId: say as which client a token is asked for.", List.of());
    }
    link.sealed = sealed(link, vendor, form, url, tokenUrl);
    link.vendor = vendor;
    link.kind = form.kind();
    link.url = url.toString();
    link.proof = form.proof();
    link.tokenUrl = tokenUrl == null ? null : tokenUrl.toString();
    link.clientId = client ? form.clientId().strip() : null;
    link.scope = client && form.scope() != null ? form.scope().strip() : null;
    link.carrier = form.carrier();
    link.inside = form.insideAllowed();
    link.template = form.template();
    link.changes++;
    link.plans.clear();
    names(vendor, form).forEach(link.plans::put);
    return link;
  }

  /** A secret goes to whom it was entered for: to another address it is asked for anew. */
  private @Nullable String sealed(
      VendorLink link, String vendor, LinkForm form, URI url, @Nullable URI tokenUrl) {
    if (form.proof() == VendorLink.ProofKind.NOTHING) {
      return null;
    }
    if (form.secret() != null && !form.secret().isBlank()) {
      if (form.proof() == VendorLink.ProofKind.BEARER
          && !FileFetch.isToken(form.secret().strip())) {
        throw Refusal.notTaken(
            "secret: it holds a character that no token has, such as a line break or a letter beyond ASCII. Copy it anew.",
            List.of());
      }
      return secrets.seal(form.secret().strip(), vendor);
    }
    String sealed = link.sealed;
    boolean same =
        link.proof == form.proof()
            && WebAddress.origin(URI.create(link.url)).equals(WebAddress.origin(url))
            && (tokenUrl == null
                || WebAddress.origin(URI.create(link.tokenUrl))
                    .equals(WebAddress.origin(tokenUrl)));
    if (sealed == null || !same || secrets.open(sealed, vendor).isEmpty()) {
      throw Refusal.notTaken(
          "secret: enter it"
              + (link.sealed == null
                  ? "."
                  : " anew: it is kept for the address for which it was entered."),
          List.of());
    }
    return link.sealed;
  }

  private Map<String, String> names(String vendor, LinkForm form) {
    Book book = books.current();
    Map<String, String> plans = new HashMap<>();
    for (LinkForm.Name name : form.names()) {
      String plan = name.plan() == null ? IdMapping.NO_PLAN : name.plan();
      boolean ours = book.plans().has(plan) && book.plans().byId(plan).vendor().equals(vendor);
      if (!plan.equals(IdMapping.NO_PLAN) && !ours) {
        throw Refusal.notTaken(
            "names, %s: there is no plan %s of this vendor.".formatted(name.theirs(), plan),
            List.of());
      }
      String other = plans.put(name.theirs(), plan);
      if (other != null && !other.equals(plan)) {
        throw Refusal.notTaken(
            "names, %s: stands there twice, for %s and for %s."
                .formatted(name.theirs(), other, plan),
            List.of());
      }
    }
    return plans;
  }

  /**
   * How the link's connection is made.
   *
   * @throws Refusal if its protocol cannot do with it
   */
  private Proof proof(VendorLink link) {
    String secret = link.sealed == null ? "" : secrets.open(link.sealed, link.vendor).orElse("");
    return switch (link.proof) {
      case NOTHING -> new Proof.Nothing();
      case BEARER -> new Proof.Bearer(secret);
      case CLIENT_CREDENTIALS ->
          new Proof.ClientCredentials(
              URI.create(link.tokenUrl),
              requireNonNull(link.clientId),
              secret,
              link.scope == null ? "" : link.scope);
    };
  }

  LinkConfig config(VendorLink link) {
    LinkConfig config =
        new LinkConfig(
            books.current().vendors().has(link.vendor)
                ? books.current().vendors().byId(link.vendor).name()
                : link.vendor,
            URI.create(link.url),
            proof(link),
            links.timeout(),
            link.inside,
            link.carrier,
            link.template == null ? "" : link.template);
    try {
      links.connection(link.kind, config);
      return config;
    } catch (IllegalArgumentException e) {
      throw Refusal.notTaken(String.valueOf(e.getMessage()), List.of());
    }
  }
}
