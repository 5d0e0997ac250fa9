package org.sobertally.server.pages;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.TestExecutionExceptionHandler;
import org.sobertally.server.support.Caller;

/** Debian's Chromium, without a window; each visitor has cookies of their own. */
final class Browser implements AutoCloseable {

  /** A busy machine is slow, not wrong. */
  private static final double PATIENCE_MS = 60_000;

  private static final int TOLD_OF_A_PAGE = 4_000;

  /** What every open page has complained of so far. */
  private static final Map<Page, List<String>> OPEN = new LinkedHashMap<>();

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
    Page page = comeIn(name, colors);
    PlaywrightAssertions.assertThat(
            page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Subscriptions")))
        .isVisible();
    return page;
  }

  /** The same where nobody knows yet on which page one begins. */
  Page comeIn(String name, ColorScheme colors) {
    Page page = open("/", colors);
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name)).click();
    return page;
  }

  Page open(String path, ColorScheme colors) {
    BrowserContext context =
        chromium.newContext(
            new com.microsoft.playwright.Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setColorScheme(colors));
    Page page = context.newPage();
    List<String> complaints = new ArrayList<>();
    OPEN.put(page, complaints);
    page.onPageError(complaints::add);
    page.onRequestFailed(request -> complaints.add("no answer: " + request.url()));
    page.onResponse(
        response -> {
          if (response.status() >= 400) {
            complaints.add(response.status() + " " + response.url());
          }
        });
    page.navigate(Caller.base() + path);
    return page;
  }

  /** Closes every page, so that one test's pages ask nothing while the next one runs. */
  void closePages() {
    OPEN.keySet().forEach(page -> page.context().close());
    OPEN.clear();
  }

  /** Says with a failure what the pages showed: nobody can look at them afterwards. */
  static final class Report implements TestExecutionExceptionHandler {

    @Override
    public void handleTestExecutionException(ExtensionContext context, Throwable failure) {
      StringBuilder text = new StringBuilder(String.valueOf(failure.getMessage()));
      OPEN.forEach(
          (page, complaints) -> {
            String seen = page.locator("body").innerText();
            text.append("\n\nThe page ").append(page.url()).append(' ').append(complaints);
            text.append(" showed:\n").append(seen, 0, Math.min(seen.length(), TOLD_OF_A_PAGE));
          });
      throw new AssertionError(text.toString(), failure);
    }
  }

  @Override
  public void close() {
    closePages();
    chromium.close();
    playwright.close();
  }
}
