/**
 * What one move is: how it is asked for, carried out, told and taken back, a type for each kind.
 */
@NullMarked
package org.sobertally.server.slates.moves;

import org.jspecify.annotations.NullMarked;
