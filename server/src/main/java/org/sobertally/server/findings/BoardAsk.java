package org.sobertally.server.findings;

import jakarta.ws.rs.QueryParam;
import org.eclipse.microprofile.openapi.annotations.parameters.Parameter;

/** Which part of the board is asked for, and by which lines; everything that is absent fits. */
public class BoardAsk {

  @QueryParam("asOf")
  String asOf;

  @QueryParam("vendor")
  String vendor;

  @QueryParam("group")
  String group;

  @QueryParam("site")
  String site;

  @QueryParam("lead")
  @Parameter(description = "a person: the members of the groups that they lead")
  String lead;

  @QueryParam("atLeast")
  @Parameter(description = "what must be recoverable a year in a person at the least")
  String atLeast;

  @QueryParam("olderThan")
  @Parameter(description = "days for which a finding must have been so")
  String olderThan;

  @QueryParam("idleLine")
  @Parameter(description = "an idle line to be tried, where a plan has none of its own")
  String idleLine;

  @QueryParam("openingGrace")
  @Parameter(description = "an opening grace to be tried, where a plan has none of its own")
  String openingGrace;

  @QueryParam("needWindow")
  @Parameter(description = "a need window to be tried")
  String needWindow;
}
