package wexa.server.sessions;

import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import wexa.server.administrators.Actor;
import wexa.server.administrators.Administrators;

/**
 * Resolves the {@link Actor} parameter of controllers: who the session says, with what they may do now. Who was ended since
 * is signed out.
 */
final class ActorResolver implements HandlerMethodArgumentResolver {
    private final Administrators administrators;

    ActorResolver(Administrators administrators) {
        this.administrators = administrators;
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType().equals(Actor.class);
    }

    @Override
    public Object resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory binders) {
        return administrators.current(Security.signedIn().id()).orElseThrow(Security::signedOut);
    }
}
