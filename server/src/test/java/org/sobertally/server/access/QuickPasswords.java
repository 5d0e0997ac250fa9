package org.sobertally.server.access;

import io.quarkus.test.Mock;
import jakarta.enterprise.context.ApplicationScoped;

/** Half of the tests' time went into passwords that are slow on purpose. */
@Mock
@ApplicationScoped
class QuickPasswords extends Passwords {

  private static final int LEAST = 4;

  @Override
  int cost() {
    return LEAST;
  }
}
