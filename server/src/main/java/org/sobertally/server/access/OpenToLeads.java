package org.sobertally.server.access;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * What leads may ask as well. Everything else is closed to them: a call that carries this must
 * answer for the people of their groups only.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface OpenToLeads {}
