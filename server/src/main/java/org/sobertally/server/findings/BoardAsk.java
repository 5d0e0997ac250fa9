package org.sobertally.server.findings;

import jakarta.ws.rs.QueryParam;
import org.eclipse.microprofile.openapi.annotations.parameters.Parameter;
import org.jspecify.annotations.Nullable;

/** Which part of the board is asked for, and by which lines; everything that is absent fits. */
public class BoardAsk {

  @QueryParam("asOf")
  @Nullable String asOf;

  @QueryParam("vendor")
  @Nullable String vendor;

  @QueryParam("group")
  @Nullable String group;

  @QueryParam("site")
  @Nullable String site;

  @QueryParam("lead")
  @Parameter(description = "a person: the members of the groups that they lead")
  @Nullable String lead;

  @QueryParam("atLeast")
  @Parameter(description = "what must be recoverable a year in a person at the least")
  @Nullable String atLeast;

  @QueryParam("olderThan")
  @Parameter(description = "days for which a finding must have been so")
  @Nullable String olderThan;

  @QueryParam("idleLine")
  @Parameter(description = "an idle line to be tried, where a plan has none of its own")
  @Nullable String idleLine;

  @QueryParam("openingGrace")
  @Parameter(description = "an opening grace to be tried, where a plan has none of its own")
  @Nullable String openingGrace;

  @QueryParam("needWindow")
  @Parameter(description = "a need window to be tried")
  @Nullable String needWindow;
}
