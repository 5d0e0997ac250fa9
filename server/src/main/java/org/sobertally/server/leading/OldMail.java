package org.sobertally.server.leading;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

/** An address that somebody had, in small letters. */
@Entity
@Table(name = "person_old_mail")
@IdClass(OldMail.class)
class OldMail implements Serializable {
  private static final long serialVersionUID = 1L;

  @Id String mail;
  @Id String person;

  OldMail() {}

  OldMail(String mail, String person) {
    this.mail = mail;
    this.person = person;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof OldMail that && mail.equals(that.mail) && person.equals(that.person);
  }

  @Override
  public int hashCode() {
    return mail.hashCode() * 31 + person.hashCode();
  }
}
