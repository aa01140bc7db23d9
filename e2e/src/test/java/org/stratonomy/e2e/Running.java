package org.stratonomy.e2e;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType.LaunchOptions;
import com.microsoft.playwright.Playwright;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** The application and a browser, started once for all stories. */
final class Running implements AutoCloseable {
  private final Application application;
  private final Playwright playwright;
  private final Browser browser;

  Running() {
    try {
      application = new Application();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    browser =
        playwright
            .chromium()
            .launch(
                new LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setChromiumSandbox(false)
                    .setArgs(
                        List.of(
                            "--use-gl=angle",
                            "--use-angle=swiftshader",
                            "--enable-unsafe-swiftshader",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync",
                            "--no-first-run")));
  }

  Browser browser() {
    return browser;
  }

  Application application() {
    return application;
  }

  @Override
  public void close() {
    playwright.close();
    application.close();
  }
}
