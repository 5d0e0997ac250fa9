package org.sobertally.server.leading;

/** Who speaks of people. */
public enum Source {
  /** A file of people, as of personnel. */
  FILE,
  /** The directory that an identity provider keeps up to date. */
  DIRECTORY
}
