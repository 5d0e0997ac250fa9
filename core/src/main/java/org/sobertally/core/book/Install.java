package org.sobertally.core.book;

import java.time.LocalDate;

/** The account's part was found set up on a device on the day. */
public record Install(String account, String part, LocalDate seenOn) {}
