package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The interface's client is made from ui/openapi.json; it must be what the code serves. */
@SpringBootTest
@AutoConfigureMockMvc
@Import(OwnRequests.class)
class OpenApiTest {
  @Autowired private MockMvc mvc;

  @Test
  void theDescriptionForTheClientIsTheOneThatIsServed() throws Exception {
    Path file = Path.of("../ui/openapi.json");
    JsonNode served =
        JsonMapper.shared()
            .readTree(
                mvc.perform(get("/v3/api-docs")).andReturn().getResponse().getContentAsByteArray());
    if (System.getProperty("write.openapi") != null) {
      Files.writeString(file, served.toPrettyString() + "\n");
    }
    assertThat(JsonMapper.shared().readTree(Files.readString(file)))
        .as("run this test with -Dwrite.openapi=1 to bring ui/openapi.json up to date")
        .isEqualTo(served);
  }
}
