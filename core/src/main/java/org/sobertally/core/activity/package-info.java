@NullMarked
package org.sobertally.core.activity;

import org.jspecify.annotations.NullMarked;
