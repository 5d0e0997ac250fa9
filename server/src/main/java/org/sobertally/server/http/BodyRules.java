package org.sobertally.server.http;

import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.quarkus.jackson.ObjectMapperCustomizer;
import jakarta.inject.Singleton;

/**
 * How bodies are read: choices in either case, as in addresses; and where a whole number is asked
 * for, 3.5 is refused, of which the library would make a 3.
 */
@Singleton
public class BodyRules implements ObjectMapperCustomizer {

  @Override
  public void customize(ObjectMapper mapper) {
    mapper.disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT);
    mapper.setConfig(
        mapper.getDeserializationConfig().with(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS));
  }
}
