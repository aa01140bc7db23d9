package org.stratonomy.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.StlWriter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Many people on small plans of their own: edit, wait for the result, fetch a layer, pause; against
 * a server that runs on this machine: {@code ./stratonomy bench load --address
 * http://127.0.0.1:8080 --people 100 --seconds 60 --height 4}.
 */
public final class LoadBench {
  private static final JsonMapper JSON = JsonMapper.shared();

  /** Of the boxes that are planned, mm; a layer has 0.2. */
  private static final AtomicInteger HEIGHT = new AtomicInteger(4);

  private static final int MOST_PEOPLE = 200;
  private static final int MOST_SECONDS = 600;

  private final String address;
  private final HttpClient client =
      HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(10)).build();
  private final AtomicInteger errors = new AtomicInteger();
  private final AtomicInteger busy = new AtomicInteger();
  private final List<Double> edits = new ArrayList<>();
  private final List<Double> results = new ArrayList<>();
  private final List<Double> layers = new ArrayList<>();

  private LoadBench(String address) {
    this.address = address;
  }

  public static void main(String[] args) throws Exception {
    String address = "http://127.0.0.1:8080";
    int people = 100;
    int seconds = 60;
    for (int i = 0; i + 1 < args.length; i += 2) {
      switch (args[i]) {
        case "--address" -> address = args[i + 1];
        case "--people" -> people = Math.min(MOST_PEOPLE, Integer.parseInt(args[i + 1]));
        case "--height" -> HEIGHT.set(Integer.parseInt(args[i + 1]));
        case "--seconds" -> seconds = Math.min(MOST_SECONDS, Integer.parseInt(args[i + 1]));
        default -> throw new IllegalArgumentException(args[i]);
      }
    }
    String host = URI.create(address).getHost();
    if (!List.of("127.0.0.1", "localhost", "[::1]").contains(host)) {
      throw new IllegalArgumentException("The server must run on this machine: " + host);
    }
    new LoadBench(address).run(people, seconds);
  }

  private void run(int people, int seconds) throws Exception {
    System.out.printf("%d people make their plans …%n", people);
    long end;
    try (ExecutorService pool = Executors.newFixedThreadPool(people)) {
      List<Future<JsonNode>> plans = new ArrayList<>();
      for (int p = 0; p < people; p++) {
        int who = p;
        plans.add(pool.submit(() -> newPlan(who)));
      }
      List<JsonNode> made = new ArrayList<>();
      for (Future<JsonNode> plan : plans) {
        made.add(plan.get());
      }
      end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
      List<Future<?>> working = new ArrayList<>();
      for (int p = 0; p < people; p++) {
        int who = p;
        working.add(pool.submit(() -> work(made.get(who), who, end)));
      }
      for (Future<?> one : working) {
        one.get();
      }
    }
    row("edit", edits);
    row("edit to result", results);
    row("layer", layers);
    System.out.printf("%d errors, %d times busy%n", errors.get(), busy.get());
  }

  private static void row(String name, List<Double> millis) {
    double[] sorted = millis.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    System.out.printf(
        Locale.ROOT,
        "%-16s %6d  median %7.0f ms  p95 %7.0f ms  longest %7.0f ms%n",
        name,
        sorted.length,
        at(sorted, 0.5),
        at(sorted, 0.95),
        at(sorted, 1));
  }

  private static double at(double[] sorted, double share) {
    return sorted.length == 0
        ? 0
        : sorted[(int) Math.min(sorted.length - 1, share * sorted.length)];
  }

  private JsonNode newPlan(int who) throws IOException, InterruptedException {
    TriangleSoup soup = new TriangleSoup(12);
    soup.box(new double[] {0, 0, 0}, new double[] {20 + who % 10, 20, HEIGHT.get()});
    ByteArrayOutputStream stl = new ByteArrayOutputStream();
    StlWriter.writeBinary(MeshBuilder.build("box", soup), stl);
    String boundary = "part-of-" + who;
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    body.writeBytes(
        "--%s\r\nContent-Disposition: form-data; name=\"files\"; filename=\"box.stl\"\r\n\r\n"
            .formatted(boundary)
            .getBytes(StandardCharsets.UTF_8));
    body.writeBytes(stl.toByteArray());
    body.writeBytes("\r\n--%s--\r\n".formatted(boundary).getBytes(StandardCharsets.UTF_8));
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(address + "/api/plans"))
            .header("Content-Type", "multipart/form-data; boundary=" + boundary)
            .POST(BodyPublishers.ofByteArray(body.toByteArray()));
    return JSON.readTree(answered(request).body());
  }

  private void work(JsonNode plan, int who, long end) {
    SplittableRandom random = new SplittableRandom(who);
    JsonNode state = plan;
    try {
      while (System.nanoTime() < end) {
        Thread.sleep(random.nextInt(500, 1_500));
        state = once(state, random);
      }
    } catch (IOException | RuntimeException e) {
      errors.incrementAndGet();
      System.out.println(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private JsonNode once(JsonNode state, SplittableRandom random)
      throws IOException, InterruptedException {
    String[][] settings = {
      {"walls", "2", "3"}, {"nozzleTemperature", "205", "215"}, {"topLayers", "3", "4"}
    };
    String[] setting = settings[random.nextInt(settings.length)];
    String body =
        "{\"version\": %d, \"action\": \"SET\", \"where\": {\"pieces\": [\"box\"]}, \"setting\": \"%s\", \"value\": \"%s\"}"
            .formatted(state.get("version").asInt(), setting[0], setting[1 + random.nextInt(2)]);
    long began = System.nanoTime();
    HttpResponse<byte[]> edited =
        answered(
            HttpRequest.newBuilder(
                    URI.create(address + "/api/plans/" + state.get("id").asString() + "/edits"))
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(body)));
    add(edits, began);
    JsonNode now = JSON.readTree(edited.body());
    String revision = address + "/api/revisions/" + now.get("revision").asString();
    answered(HttpRequest.newBuilder(URI.create(revision + "/result")));
    add(results, began);
    long layer = System.nanoTime();
    answered(
        HttpRequest.newBuilder(
            URI.create(revision + "/layers/" + random.nextInt(1, 5 * HEIGHT.get()))));
    add(layers, layer);
    return now;
  }

  private static void add(List<Double> to, long since) {
    synchronized (to) {
      to.add((System.nanoTime() - since) / 1e6);
    }
  }

  /** Asks as the interface does: follows tasks, and comes again when the server is busy. */
  private HttpResponse<byte[]> answered(HttpRequest.Builder request)
      throws IOException, InterruptedException {
    HttpRequest asked = request.header("X-Stratonomy", "1").build();
    while (true) {
      HttpResponse<byte[]> response = client.send(asked, BodyHandlers.ofByteArray());
      if (response.statusCode() == 429) {
        busy.incrementAndGet();
        Thread.sleep(2_000);
      } else if (response.statusCode() == 202) {
        JsonNode task = JSON.readTree(response.body());
        if (!task.has("id")) {
          // An older version says how far it is, and is asked again.
          continue;
        }
        String at = address + "/api/tasks/" + task.get("id").asString();
        client.send(
            HttpRequest.newBuilder(URI.create(at + "/events")).build(), BodyHandlers.ofString());
        if (task.get("hasResult").asBoolean()) {
          asked = HttpRequest.newBuilder(URI.create(at + "/result")).build();
        }
      } else if (response.statusCode() >= 400) {
        throw new IOException(
            response.statusCode() + " " + new String(response.body(), StandardCharsets.UTF_8));
      } else {
        return response;
      }
    }
  }
}
