package org.sobertally.server.slates;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.enterprise.context.ApplicationScoped;
import java.math.BigDecimal;
import java.util.List;
import org.sobertally.core.money.Money;
import org.sobertally.server.access.Role;
import org.sobertally.server.statement.PlannedCash;

/** On which days a slate would stop money, if what it frees is given back at the first chance. */
@ApplicationScoped
class CashOfSlate implements PlannedCash {

  private final SlateViews views;
  private final SecurityIdentity identity;

  CashOfSlate(SlateViews views, SecurityIdentity identity) {
    this.views = views;
    this.identity = identity;
  }

  private SlateViews.Asker asker() {
    Role role = Role.valueOf(identity.getRoles().iterator().next());
    return new SlateViews.Asker(identity.getPrincipal().getName(), role);
  }

  @Override
  public List<Stop> ofSlate(String slate) {
    return views.view(slate, asker()).preview().cash().stream()
        .map(
            cash ->
                new Stop(
                    cash.day(),
                    new Money(
                        new BigDecimal(cash.yearly().amount()).negate(), cash.yearly().currency())))
        .toList();
  }
}
