package org.sobertally.server.pages;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.sobertally.server.support.Caller;

/** Debian's Chromium, without a window; each visitor has cookies of their own. */
final class Browser implements AutoCloseable {

  private static final double PATIENCE_MS = 20_000;

  private final Playwright playwright;
  private final com.microsoft.playwright.Browser chromium;

  Browser() {
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
    playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    chromium =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(
                        List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync")));
  }

  /** Opens the sign-in page and comes in as the person of that name. */
  Page visit(String name) {
    return visit(name, ColorScheme.LIGHT);
  }

  Page visit(String name, ColorScheme colors) {
    Page page = open("/", colors);
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name)).click();
    PlaywrightAssertions.assertThat(
            page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Subscriptions")))
        .isVisible();
    return page;
  }

  Page open(String path, ColorScheme colors) {
    BrowserContext context =
        chromium.newContext(
            new com.microsoft.playwright.Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setColorScheme(colors));
    Page page = context.newPage();
    page.navigate(Caller.base() + path);
    return page;
  }

  @Override
  public void close() {
    chromium.close();
    playwright.close();
  }
}
