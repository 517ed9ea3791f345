package wexa.server.sessions;

import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import wexa.server.rights.Actor;

/**
 * Resolves an {@link Actor} parameter of controllers: who the session says, with what they may do now. Who was ended since
 * is signed out, and who has something to do first is sent there.
 */
final class ActorResolver implements HandlerMethodArgumentResolver {
    private final Admission admission;

    ActorResolver(Admission admission) {
        this.admission = admission;
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
        return admission.working();
    }
}
