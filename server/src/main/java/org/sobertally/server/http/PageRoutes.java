package org.sobertally.server.http;

import io.quarkus.vertx.http.runtime.filters.Filters;
import io.vertx.core.http.HttpMethod;
import io.vertx.ext.web.RoutingContext;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;

/**
 * What every answer carries, and how the pages are found: any path that is no file and belongs to
 * no interface is a view of the one page, so that a link opens it again.
 */
@ApplicationScoped
class PageRoutes {

  private static final int HEADERS_FIRST = 1000;
  private static final int PAGES_NEXT = 100;

  /** Nothing but what the application itself serves is loaded or asked. */
  private static final String CONTENT_SECURITY_POLICY =
      "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self'"
          + " data:; connect-src 'self'; form-action 'self'; frame-ancestors 'none';"
          + " base-uri 'none'";

  void register(@Observes Filters filters) {
    filters.register(PageRoutes::addHeaders, HEADERS_FIRST);
    filters.register(PageRoutes::showPage, PAGES_NEXT);
  }

  private static void addHeaders(RoutingContext context) {
    var headers = context.response().headers();
    headers.set("Content-Security-Policy", CONTENT_SECURITY_POLICY);
    headers.set("X-Content-Type-Options", "nosniff");
    headers.set("Referrer-Policy", "same-origin");
    headers.set("X-Frame-Options", "DENY");
    String path = context.normalizedPath();
    if (path.startsWith("/api/") || path.startsWith("/scim/")) {
      headers.set("Cache-Control", "no-store");
    } else if (path.startsWith("/assets/")) {
      headers.set("Cache-Control", "public, max-age=31536000, immutable");
      context.addHeadersEndHandler(sent -> forgetWhatIsMissing(context));
    } else {
      headers.set("Cache-Control", "no-cache");
    }
    context.next();
  }

  /** The files of the pages lie at the top; further down a dot is of an id, such as an address. */
  private static boolean isFile(String path) {
    return path.lastIndexOf('/') == 0 && path.indexOf('.') >= 0;
  }

  /** What is not there now may be there after the next release. */
  private static void forgetWhatIsMissing(RoutingContext context) {
    if (context.response().getStatusCode() >= 400) {
      context.response().headers().set("Cache-Control", "no-store");
    }
  }

  private static void showPage(RoutingContext context) {
    String path = context.normalizedPath();
    boolean view =
        context.request().method() == HttpMethod.GET
            && !path.equals("/")
            && !path.startsWith("/api/")
            && !path.startsWith("/assets/")
            && !path.startsWith("/q/")
            && !path.startsWith("/scim/")
            && !isFile(path);
    if (view) {
      context.reroute("/");
    } else {
      context.next();
    }
  }
}
