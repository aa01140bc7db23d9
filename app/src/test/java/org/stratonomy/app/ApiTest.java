package org.stratonomy.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.asyncDispatch;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.io.ByteArrayOutputStream;
import org.hamcrest.Matchers;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.MvcResult;
import org.springframework.test.web.servlet.RequestBuilder;
import org.springframework.test.web.servlet.ResultActions;
import org.stratonomy.engine.mesh.MeshBuilder;
import org.stratonomy.engine.mesh.TriangleSoup;
import org.stratonomy.engine.mesh.io.StlWriter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Plans over the real API and database. */
@SpringBootTest
@AutoConfigureMockMvc
@Import(OwnRequests.class)
abstract class ApiTest {
  static final JsonMapper JSON = JsonMapper.shared();

  @Autowired MockMvc mvc;

  static byte[] wedge(double height) throws Exception {
    TriangleSoup soup = new TriangleSoup(4);
    double[][] p = {{0, 0, 0}, {20, 0, 0}, {0, 20, 0}, {0, 0, height}};
    for (int[] t : new int[][] {{0, 2, 1}, {0, 1, 3}, {1, 2, 3}, {2, 0, 3}}) {
      for (int k : t) {
        soup.corner(p[k][0], p[k][1], p[k][2]);
      }
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    StlWriter.writeBinary(MeshBuilder.build("wedge", soup), out);
    return out.toByteArray();
  }

  static MockMultipartFile file(String name, byte[] content) {
    return new MockMultipartFile("files", name, "application/octet-stream", content);
  }

  static JsonNode json(MvcResult result) throws Exception {
    return JSON.readTree(result.getResponse().getContentAsByteArray());
  }

  /** The answer of a request that is answered without holding a thread. */
  ResultActions later(RequestBuilder request) throws Exception {
    MvcResult begun = mvc.perform(request).andReturn();
    return begun.getRequest().isAsyncStarted()
        ? mvc.perform(asyncDispatch(begun))
        : mvc.perform(request);
  }

  JsonNode dropped(double height) throws Exception {
    return json(
        mvc.perform(multipart("/api/plans").file(file("wedge.stl", wedge(height))))
            .andExpect(status().isCreated())
            .andReturn());
  }

  JsonNode edit(JsonNode state, String body) throws Exception {
    return json(
        mvc.perform(
                post("/api/plans/{id}/edits", state.get("id").asString())
                    .contentType(MediaType.APPLICATION_JSON)
                    .queryParam("version", state.get("version").asString())
                    .content("{%s}".formatted(body)))
            .andExpect(status().isOk())
            .andReturn());
  }

  void refused(JsonNode state, String body, String reason) throws Exception {
    mvc.perform(
            post("/api/plans/{id}/edits", state.get("id").asString())
                .contentType(MediaType.APPLICATION_JSON)
                .queryParam("version", state.get("version").asString())
                .content("{%s}".formatted(body)))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(Matchers.containsString(reason)));
  }

  JsonNode result(JsonNode state) throws Exception {
    while (true) {
      MvcResult answer =
          mvc.perform(get("/api/revisions/{r}/result", state.get("revision").asString()))
              .andReturn();
      if (answer.getResponse().getStatus() != 202) {
        assertThat(answer.getResponse().getStatus()).isEqualTo(200);
        return json(answer);
      }
    }
  }
}
