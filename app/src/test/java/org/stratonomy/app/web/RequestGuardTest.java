package org.stratonomy.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.stratonomy.app.StratonomyProperties;

class RequestGuardTest {
  private final RequestGuard guard =
      new RequestGuard(
          new StratonomyProperties(false, List.of("press.example:8443"), Duration.ZERO));

  private static MockHttpServletRequest request(String method, String host) {
    MockHttpServletRequest request = new MockHttpServletRequest(method, "/api/plans");
    request.setLocalPort(8080);
    request.addHeader("Host", host);
    return request;
  }

  private static MockHttpServletRequest write() {
    return request("POST", "127.0.0.1:8080");
  }

  /** The status that the guard answers with; 200 if it lets the request through. */
  private int status(MockHttpServletRequest request) throws Exception {
    MockHttpServletResponse response = new MockHttpServletResponse();
    MockFilterChain chain = new MockFilterChain();
    guard.doFilter(request, response, chain);
    assertThat(chain.getRequest() == null).isEqualTo(response.getStatus() != 200);
    return response.getStatus();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "127.0.0.1:8080",
        "localhost:8080",
        "LOCALHOST:8080",
        "[::1]:8080",
        "press.example:8443"
      })
  void knownHostsAreAnswered(String host) throws Exception {
    assertThat(status(request("GET", host))).isEqualTo(200);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "evil.example:8080",
        "127.0.0.1",
        "localhost:9090",
        "127.0.0.1.evil.example:8080",
        "press.example",
        ""
      })
  void otherHostsAreMisdirected(String host) throws Exception {
    assertThat(status(request("GET", host))).isEqualTo(421);
    assertThat(status(request("DELETE", host))).isEqualTo(421);
  }

  @ParameterizedTest
  @CsvSource({"same-origin, 200", "none, 200", "same-site, 403", "cross-site, 403"})
  void writesComeFromTheSameOrigin(String site, int status) throws Exception {
    MockHttpServletRequest write = write();
    write.addHeader("Sec-Fetch-Site", site);
    write.addHeader(RequestGuard.HEADER, "1");
    assertThat(status(write)).isEqualTo(status);
  }

  @ParameterizedTest
  @CsvSource({
    "http://127.0.0.1:8080, 200",
    "http://evil.example, 403",
    "https://127.0.0.1:8080, 403",
    "http://127.0.0.1:9999, 403",
    "null, 403"
  })
  void withoutThatHeaderTheOriginCounts(String origin, int status) throws Exception {
    MockHttpServletRequest write = write();
    write.addHeader("Origin", origin);
    write.addHeader(RequestGuard.HEADER, "1");
    assertThat(status(write)).isEqualTo(status);
  }

  @ParameterizedTest
  @CsvSource({
    "application/json, false, 200",
    "application/json;charset=UTF-8, false, 200",
    "multipart/form-data; boundary=x, true, 200",
    "multipart/form-data; boundary=x, false, 403",
    "text/plain, true, 415",
    "application/x-www-form-urlencoded, true, 415",
    "nonsense, true, 415"
  })
  void bodiesAreJsonOrFilesWithTheHeader(String type, boolean header, int status) throws Exception {
    MockHttpServletRequest write = write();
    write.setContentType(type);
    write.setContent(new byte[] {1});
    if (header) {
      write.addHeader(RequestGuard.HEADER, "1");
    }
    assertThat(status(write)).isEqualTo(status);
  }

  @Test
  void writesWithoutABodyNeedTheHeader() throws Exception {
    assertThat(status(write())).isEqualTo(403);
    MockHttpServletRequest write = write();
    write.addHeader(RequestGuard.HEADER, "1");
    assertThat(status(write)).isEqualTo(200);
  }

  @Test
  void otherSitesMayLinkToPagesButNotAskTheApi() throws Exception {
    MockHttpServletRequest api = request("GET", "localhost:8080");
    api.addHeader("Sec-Fetch-Site", "cross-site");
    api.addHeader("Sec-Fetch-Mode", "navigate");
    assertThat(status(api)).isEqualTo(403);
    MockHttpServletRequest page = new MockHttpServletRequest("GET", "/plans/1");
    page.setLocalPort(8080);
    page.addHeader("Host", "localhost:8080");
    page.addHeader("Sec-Fetch-Site", "cross-site");
    page.addHeader("Sec-Fetch-Mode", "navigate");
    assertThat(status(page)).isEqualTo(200);
  }

  @Test
  void answersKeepOtherPagesOut() throws Exception {
    MockHttpServletResponse response = new MockHttpServletResponse();
    guard.doFilter(request("GET", "evil.example"), response, new MockFilterChain());
    assertThat(response.getHeader("Content-Security-Policy"))
        .contains("script-src 'self';", "frame-ancestors 'none'", "object-src 'none'");
    assertThat(response.getHeader("X-Content-Type-Options")).isEqualTo("nosniff");
    assertThat(response.getHeader("Cross-Origin-Resource-Policy")).isEqualTo("same-origin");
    assertThat(response.getHeader("Referrer-Policy")).isEqualTo("no-referrer");
    assertThat(response.getContentAsString()).contains("STRATONOMY_ALLOWED_HOSTS");
  }
}
