package org.stratonomy.app;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

@SpringBootApplication
@ConfigurationPropertiesScan
public class StratonomyApplication {
  public static void main(String[] args) {
    SpringApplication.run(StratonomyApplication.class, args);
  }
}
