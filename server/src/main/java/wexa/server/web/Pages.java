package wexa.server.web;

import java.io.IOException;
import java.time.Duration;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.resource.PathResourceResolver;

/** Serves the web pages: parts with a hash in their names for a year, every other address the one page. */
@Configuration(proxyBeanMethods = false)
class Pages implements WebMvcConfigurer {
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(365)).immutable());
        registry.addResourceHandler("/**")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache())
                .resourceChain(true)
                .addResolver(new OnePage());
    }

    /** A file if there is one, else the page that draws the address; nothing for what belongs to the API. */
    private static final class OnePage extends PathResourceResolver {
        /** What pages ask for besides themselves; handles in addresses have dots in them as well. */
        private static final Pattern FILE =
                Pattern.compile("[.](js|css|map|ico|png|svg|woff2?|txt|xml|json|webmanifest)$");

        @Override
        protected @Nullable Resource getResource(String path, Resource location) throws IOException {
            Resource file = super.getResource(path, location);
            boolean page = file == null
                    && !path.startsWith("api/")
                    && !path.startsWith("actuator/")
                    && !path.startsWith("scim/")
                    && !FILE.matcher(path).find();
            return page ? new ClassPathResource("/static/index.html") : file;
        }
    }
}
