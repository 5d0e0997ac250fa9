package org.sobertally.server.people;

import jakarta.ws.rs.QueryParam;
import org.eclipse.microprofile.openapi.annotations.parameters.Parameter;
import org.jspecify.annotations.Nullable;

/** What people must fit; everything that is absent fits. */
public class PeopleFilter {

  @QueryParam("q")
  @Parameter(description = "words in the name, address, id or department, all of them")
  @Nullable String words;

  @QueryParam("group")
  @Nullable String group;

  @QueryParam("site")
  @Nullable String site;

  @QueryParam("department")
  @Nullable String department;

  @QueryParam("status")
  @Parameter(description = "ACTIVE, ON_LEAVE, SUSPENDED or LEFT, as of the day")
  @Nullable String status;

  @QueryParam("holds")
  @Parameter(description = "a plan they hold")
  @Nullable String holds;

  @QueryParam("lacks")
  @Parameter(description = "a plan they do not hold")
  @Nullable String lacks;

  @QueryParam("unused")
  @Parameter(
      description = "hold seats and used none of them for so many days; with holds, not that plan")
  @Nullable String unused;

  @QueryParam("kind")
  @Parameter(description = "a kind of finding, or ANY")
  @Nullable String kind;

  @QueryParam("owner")
  @Parameter(description = "NONE for people whose department has no lead and who have no manager")
  @Nullable String owner;

  @QueryParam("service")
  @Parameter(description = "true for service accounts only, false for people only")
  @Nullable String service;

  @QueryParam("manager")
  @Nullable String manager;
}
