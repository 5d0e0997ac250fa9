package org.sobertally.server.intake;

import java.util.Map;

/** Who knows what was believed because an intake showed it: that goes back with the intake. */
public interface WhatIntakesShowed {

  /** How many changes each intake confirmed, by its id; none where it confirmed nothing. */
  Map<String, Integer> confirmed();
}
