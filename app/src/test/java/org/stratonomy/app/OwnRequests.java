package org.stratonomy.app;

import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.boot.webmvc.test.autoconfigure.MockMvcBuilderCustomizer;
import org.springframework.context.annotation.Bean;

/** Requests as the interface sends them: to a host that is known, with the header of its own. */
@TestConfiguration
class OwnRequests {
  @Bean
  MockMvcBuilderCustomizer ownRequests() {
    return builder ->
        builder.defaultRequest(get("/").header("Host", "localhost").header("X-Stratonomy", "1"));
  }
}
