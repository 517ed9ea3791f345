package wexa.server.web;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** From which address the request that is being answered came, as far as it is known. */
@Component
public class Caller {
    /** Empty outside of requests. Behind a proxy that the settings name, whom the proxy says. */
    public String address() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes
                ? address(attributes.getRequest())
                : "";
    }

    public static String address(HttpServletRequest request) {
        return String.valueOf(request.getRemoteAddr());
    }
}
