package org.stratonomy.app.web;

import static org.hamcrest.Matchers.containsString;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

class ProblemHandlerTest {
  private final MockMvc mvc =
      MockMvcBuilders.standaloneSetup(new Failing())
          .setControllerAdvice(new ProblemHandler())
          .build();

  @RestController
  static class Failing {
    @GetMapping("/failing/{plan}")
    String fail(@PathVariable UUID plan) {
      throw new IllegalStateException("no such case: " + plan);
    }

    @GetMapping("/exhausting")
    String exhaust() {
      throw new OutOfMemoryError("Java heap space");
    }
  }

  @Test
  void whatNobodyThoughtOfIsToldWithARemedy() throws Exception {
    mvc.perform(get("/failing/{plan}", UUID.randomUUID()))
        .andExpect(status().isInternalServerError())
        .andExpect(jsonPath("$.place").value("the application"))
        .andExpect(jsonPath("$.remedy").value(containsString("app.log")));
  }

  @Test
  void aModelThatMemoryDoesNotSufficeForIsAnErrorWithARemedy() throws Exception {
    mvc.perform(get("/exhausting"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.place").value("the model"))
        .andExpect(jsonPath("$.detail").value(containsString("MB of memory")))
        .andExpect(jsonPath("$.remedy").value(containsString("fewer triangles")));
  }

  @Test
  void aWrongAddressNamesItsPart() throws Exception {
    mvc.perform(get("/failing/first"))
        .andExpect(status().isBadRequest())
        .andExpect(jsonPath("$.detail").value("'first' cannot be its plan."));
  }
}
