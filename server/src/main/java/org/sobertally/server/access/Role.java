package org.sobertally.server.access;

/** What somebody may do. Having a role takes no seat. */
public enum Role {
  /** Sees all, changes nothing. */
  READER,
  /** Sees and drafts for the groups they lead, and nothing else. */
  LEAD,
  /** Drafts and posts. */
  STEWARD,
  /** Decides slates, never their own. */
  DECIDER,
  /** Takes books in and out and manages access; neither drafts nor decides. */
  KEEPER;

  public static final String READER_NAME = "READER";
  public static final String LEAD_NAME = "LEAD";
  public static final String STEWARD_NAME = "STEWARD";
  public static final String DECIDER_NAME = "DECIDER";
  public static final String KEEPER_NAME = "KEEPER";
}
