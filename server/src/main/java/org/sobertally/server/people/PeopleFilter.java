package org.sobertally.server.people;

import jakarta.ws.rs.QueryParam;
import org.eclipse.microprofile.openapi.annotations.parameters.Parameter;

/** What people must fit; everything that is absent fits. */
public class PeopleFilter {

  @QueryParam("q")
  @Parameter(description = "words in the name, address, id or department, all of them")
  String words;

  @QueryParam("group")
  String group;

  @QueryParam("site")
  String site;

  @QueryParam("department")
  String department;

  @QueryParam("status")
  @Parameter(description = "ACTIVE, ON_LEAVE, SUSPENDED or LEFT, as of the day")
  String status;

  @QueryParam("holds")
  @Parameter(description = "a plan they hold")
  String holds;

  @QueryParam("lacks")
  @Parameter(description = "a plan they do not hold")
  String lacks;

  @QueryParam("unused")
  @Parameter(
      description = "hold seats and used none of them for so many days; with holds, not that plan")
  String unused;

  @QueryParam("kind")
  @Parameter(description = "a kind of finding, or ANY")
  String kind;

  @QueryParam("owner")
  @Parameter(description = "NONE for people whose department has no lead and who have no manager")
  String owner;

  @QueryParam("service")
  @Parameter(description = "true for service accounts only, false for people only")
  String service;

  @QueryParam("manager")
  String manager;
}
