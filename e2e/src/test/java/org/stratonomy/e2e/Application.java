package org.stratonomy.e2e;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The packaged application with the demo plans, as a process of its own. */
final class Application implements AutoCloseable {
  private final int port;
  private Process process;

  Application() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    start();
  }

  private void start() throws IOException {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    ProcessBuilder builder =
        new ProcessBuilder(
            java,
            "-Xmx3g",
            "-XX:TieredStopAtLevel=1",
            "--enable-native-access=ALL-UNNAMED",
            "-Dspring.aot.enabled=true",
            "-jar",
            System.getProperty("app.jar"));
    Map<String, String> environment = builder.environment();
    environment.put("STRATONOMY_DB_URL", environment.get("STRATONOMY_E2E_DB_URL"));
    environment.put("STRATONOMY_PORT", Integer.toString(port));
    environment.put("STRATONOMY_DEMO", "true");
    Path log = Files.createDirectories(Path.of("target")).resolve("app.log");
    process = builder.redirectErrorStream(true).redirectOutput(log.toFile()).start();
    awaitReady();
  }

  /** Asks until the application answers; each question waits for the port by itself. */
  private void awaitReady() {
    HttpClient client = HttpClient.newHttpClient();
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(address() + "/actuator/health/readiness"))
            .timeout(Duration.ofSeconds(5))
            .build();
    long end = System.nanoTime() + TimeUnit.MINUTES.toNanos(3);
    while (System.nanoTime() < end) {
      if (!process.isAlive()) {
        throw new IllegalStateException("the application ended; see e2e/target/app.log");
      }
      try {
        if (client.send(request, HttpResponse.BodyHandlers.discarding()).statusCode() == 200) {
          return;
        }
        process.waitFor(200, TimeUnit.MILLISECONDS);
      } catch (IOException e) {
        waitALittle();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new IllegalStateException(e);
      }
    }
    throw new IllegalStateException("the application does not answer; see e2e/target/app.log");
  }

  private void waitALittle() {
    try {
      process.waitFor(200, TimeUnit.MILLISECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  void restart() throws IOException {
    close();
    start();
  }

  String address() {
    return "http://127.0.0.1:" + port;
  }

  @Override
  public void close() {
    process.destroy();
    try {
      if (!process.waitFor(30, TimeUnit.SECONDS)) {
        process.destroyForcibly();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
