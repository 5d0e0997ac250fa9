package org.sobertally.server.terms;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/** Owners, payers and papers of agreements, within the caller's transaction. */
@ApplicationScoped
class Papers {

  private final EntityManager entities;

  Papers(EntityManager entities) {
    this.entities = entities;
  }

  record Kept(@Nullable String name, byte[] content) {}

  @Transactional
  AgreementNote note(String agreement) {
    AgreementNote note = entities.find(AgreementNote.class, agreement);
    return note == null ? new AgreementNote() : note;
  }

  void own(String agreement, @Nullable String owner, @Nullable String payer) {
    AgreementNote known = entities.find(AgreementNote.class, agreement);
    AgreementNote note = known == null ? new AgreementNote() : known;
    note.agreement = agreement;
    note.owner = owner;
    note.payer = payer;
    if (known == null) {
      entities.persist(note);
    }
  }

  @Transactional
  List<PapersResource.Paper> of(String agreement) {
    return entities
        .createQuery(
            """
            select new org.sobertally.server.terms.PapersResource$Paper(
              p.id, p.title, p.url, p.fileName, p.addedBy, p.added)
            from AgreementPaper p where p.agreement = :agreement order by p.added, p.title
            """,
            PapersResource.Paper.class)
        .setParameter("agreement", agreement)
        .getResultList();
  }

  void add(
      String agreement,
      String title,
      @Nullable String url,
      @Nullable String fileName,
      byte @Nullable [] content,
      String actor,
      LocalDate day) {
    AgreementPaper paper = new AgreementPaper();
    paper.id = UUID.randomUUID().toString();
    paper.agreement = agreement;
    paper.title = title;
    paper.url = url;
    paper.fileName = fileName;
    paper.content = content;
    paper.addedBy = actor;
    paper.added = day;
    entities.persist(paper);
  }

  @Transactional
  Kept file(String agreement, String id) {
    AgreementPaper paper = require(agreement, id);
    if (paper.content == null) {
      throw Refusal.notFound("This paper lies elsewhere: %s".formatted(paper.url));
    }
    return new Kept(paper.fileName, paper.content);
  }

  /** Its title. */
  String drop(String agreement, String id) {
    AgreementPaper paper = require(agreement, id);
    entities.remove(paper);
    return paper.title;
  }

  private AgreementPaper require(String agreement, String id) {
    AgreementPaper paper = entities.find(AgreementPaper.class, id);
    if (paper == null || !paper.agreement.equals(agreement)) {
      throw Refusal.notFound("There is no such paper of this agreement.");
    }
    return paper;
  }
}
