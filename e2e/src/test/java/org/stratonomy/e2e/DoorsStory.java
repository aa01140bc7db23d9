package org.stratonomy.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A page of another site tries to read from the application and to write to it. */
class DoorsStory extends Story {
  private HttpServer foreign;
  private volatile String html = "";

  /** What the foreign page found out, as it says itself. */
  private final Queue<String> said = new ConcurrentLinkedQueue<>();

  @BeforeEach
  void serveForeignPage() throws IOException {
    foreign = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    foreign.createContext(
        "/",
        exchange -> {
          String said = exchange.getRequestURI().getQuery();
          if (exchange.getRequestURI().getPath().equals("/say")) {
            this.said.add(said);
          }
          byte[] body = html.getBytes(StandardCharsets.UTF_8);
          exchange.getResponseHeaders().set("Content-Type", "text/html");
          exchange.sendResponseHeaders(200, body.length);
          exchange.getResponseBody().write(body);
          exchange.close();
        });
    foreign.start();
  }

  @AfterEach
  void stopForeignPage() {
    foreign.stop(0);
  }

  private String foreignAddress() {
    return "http://127.0.0.1:" + foreign.getAddress().getPort();
  }

  private String plans() {
    return page.evaluate("() => fetch('/api/plans').then((r) => r.text())").toString();
  }

  private String shelf() {
    return page.evaluate("() => fetch('/api/shelf/items').then((r) => r.text())").toString();
  }

  /** Opens the foreign page and waits until it has said that it is done. */
  private void visit(String body) {
    html = "<!doctype html><body>" + body;
    try (BrowserContext context = RUNNING.get().browser().newContext()) {
      Page visited = context.newPage();
      visited.navigate(foreignAddress());
      visited.waitForCondition(() -> said.contains("done"));
    }
  }

  @Test
  void formsOfAForeignPageWriteNothing() {
    String shelfBefore = shelf();
    String plansBefore = plans();
    String id =
        page.evaluate("() => fetch('/api/plans').then((r) => r.json()).then((p) => p[0].id)")
            .toString();
    String address = application.address();
    visit(
        """
        <iframe name="out"></iframe>
        <form id="text" target="out" method="post" enctype="text/plain" action="%1$s/api/shelf/items/file">
          <input name='{"machines":[],"filaments":[],"x":"' value='"}'></form>
        <form id="parts" target="out" method="post" enctype="multipart/form-data" action="%1$s/api/plans">
          <input name="files" value="solid"></form>
        <form id="undo" target="out" method="post" action="%1$s/api/plans/%2$s/undo?version=0"></form>
        <form id="strips" target="out" method="post"
          action="%1$s/api/shelf/strips?machine=workshop-four&first=slate&second=chalk"></form>
        <script>
          const frame = document.querySelector('iframe');
          const forms = [...document.forms];
          const next = () => {
            const form = forms.shift();
            if (form) form.submit(); else fetch('/say?done');
          };
          frame.addEventListener('load', () => setTimeout(next, 50));
          next();
        </script>
        """
            .formatted(address, id));
    assertThat(shelf()).isEqualTo(shelfBefore);
    assertThat(plans()).isEqualTo(plansBefore);
  }

  @Test
  void scriptsOfAForeignPageReadAndWriteNothing() {
    String before = plans();
    visit(
        """
        <script>
          const to = '%s/api/plans';
          const form = new FormData();
          form.append('files', new Blob(['solid']), 'a.stl');
          const tries = {
            read: () => fetch(to).then((r) => r.text()),
            blind: () => fetch(to, { mode: 'no-cors' }).then((r) => r.text()),
            form: () => fetch(to, { method: 'POST', body: form, mode: 'no-cors' }),
            json: () => fetch(to, { method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: '{}' }),
            header: () => fetch(to, { method: 'POST', headers: { 'X-Stratonomy': '1' }, body: form }),
          };
          (async () => {
            for (const [name, attempt] of Object.entries(tries)) {
              const found = await attempt().then((text) => 'got ' + (text.length ?? ''), () => 'nothing');
              await fetch('/say?' + name + ' ' + found);
            }
            fetch('/say?done');
          })();
        </script>
        """
            .formatted(application.address()));
    assertThat(said)
        .contains("read nothing", "json nothing", "header nothing")
        .noneMatch(one -> one.matches("blind got [1-9].*"));
    assertThat(plans()).isEqualTo(before);
  }

  @Test
  void aForeignPageCannotFrameTheApplication() {
    visit(
        """
        <iframe src="%s"></iframe>
        <script>
          document.querySelector('iframe').addEventListener('load', (e) => {
            let seen = 'other';
            try { seen = e.target.contentDocument ? 'own' : 'other'; } catch { seen = 'other'; }
            fetch('/say?' + seen).then(() => fetch('/say?done'));
          });
        </script>
        """
            .formatted(application.address()));
    assertThat(said).contains("other");
  }

  @Test
  void aHostNameThatIsBoundAnewIsNotAnswered() throws IOException {
    URI address = URI.create(application.address());
    for (String method : List.of("GET", "DELETE")) {
      try (Socket socket = new Socket(address.getHost(), address.getPort())) {
        String request =
            "%s /api/plans HTTP/1.1\r\nHost: rebound.example:%d\r\nConnection: close\r\n\r\n"
                .formatted(method, address.getPort());
        socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
        String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(answer).startsWith("HTTP/1.1 421").doesNotContain("Coast and lamp house");
      }
    }
  }

  @Test
  void theInterfaceKeepsToItsPolicyWithoutAWord() throws IOException {
    List<String> words = new java.util.concurrent.CopyOnWriteArrayList<>();
    page.onConsoleMessage(
        message -> {
          if (!message.type().equals("debug")) {
            words.add(message.text());
          }
        });
    page.onPageError(words::add);
    page.navigate(application.address());
    drop(block(4));
    exactButton("Model").click();
    exactButton("Lines").click();
    exactButton("Ledger").click();
    page.keyboard().press("Escape");
    page.navigate(application.address() + "/shelf");
    page.getByText("Workshop One").first().waitFor();
    assertThat(words).noneMatch(word -> word.contains("Content Security Policy"));
    assertThat(words.stream().filter(word -> !word.contains("GPU stall")).toList()).isEmpty();
  }

  @Test
  void anotherNameOfTheLoopbackIsTheSameHouse() {
    String port = application.address().substring(application.address().lastIndexOf(':'));
    try (BrowserContext context =
        RUNNING.get().browser().newContext(new Browser.NewContextOptions())) {
      Page other = context.newPage();
      other.navigate("http://localhost" + port);
      other.getByText("Coast and lamp house").first().waitFor();
    }
  }
}
