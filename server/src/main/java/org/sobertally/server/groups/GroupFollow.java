package org.sobertally.server.groups;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A group that follows a department. */
@Entity
@Table(name = "group_follow")
class GroupFollow {

  @Id
  @Column(name = "group_id")
  String group;

  String department;
}
