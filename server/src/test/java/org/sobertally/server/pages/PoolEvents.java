package org.sobertally.server.pages;

/** Events as a pool's own server would send them. */
final class PoolEvents {

  private PoolEvents() {}

  static String started(String plan, String account, String session) {
    return """
        [{"specversion":"1.0","id":"%1$s-start","source":"/pool","type":"session.started",
          "time":"2026-09-30T07:59:00Z","datacontenttype":"application/json",
          "data":{"session":"%1$s","account":"%2$s","plan":"%3$s","host":"yard-99"}}]"""
        .formatted(session, account, plan);
  }
}
