package org.sobertally.core.catalogue;

import org.jspecify.annotations.Nullable;

/**
 * One usable thing inside a plan.
 *
 * @param id unique within the vendor
 * @param capability what it is for, in a word that spans vendors; null where nothing is said
 * @param installable whether it must be set up on a device before it can be used
 */
public record Part(
    String vendor, String id, String name, @Nullable String capability, boolean installable) {}
