using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;
using SturdyTinker.Core.People;

namespace SturdyTinker.Shop.Requests;

/// <summary>What an address asks of whoever comes to it, by the table in <see cref="Rights"/>.</summary>
/// <param name="right">The right.</param>
internal sealed class Needs(Right right) : IAuthorizationRequirement, IAuthorizationRequirementData, IAuthorizeData
{
    /// <summary>The right.</summary>
    internal Right Right { get; } = right;

    /// <summary>Refuses (403) whoever has not a right that only this very request needs.</summary>
    internal static void Ask(HttpContext context, Right right)
    {
        if (!context.User.May(right))
        {
            throw Refusal.NotAllowed(WhyNot(right));
        }
    }

    /// <summary>Why somebody is not let in, a sentence.</summary>
    internal static string WhyNot(Right right)
    {
        List<string> words = [.. Rights.Bringing(right).Select(Rights.InWords)];
        string who = words.Count == 1 ? words[0] : $"{string.Join(", ", words[..^1])} or {words[^1]}";
        return $"{Rights.InWords(right)} is for {who}: ask one of them. Nothing was saved.";
    }

    /// <inheritdoc/>
    public string? Policy { get; set; }

    /// <inheritdoc/>
    public string? Roles { get; set; }

    /// <inheritdoc/>
    public string? AuthenticationSchemes { get; set; }

    /// <inheritdoc/>
    public IEnumerable<IAuthorizationRequirement> GetRequirements() => [this];
}

/// <summary>
/// Marks an address at which whoever comes gives their own secret for each thing they sign
/// (<see cref="Confirmations.Ask"/>), once all else about it is well.
/// </summary>
internal sealed class SecretAsked;

/// <summary>How endpoints say what they need. One that says nothing is open to nobody.</summary>
internal static class NeedsOfEndpoints
{
    /// <summary>Lets those in who have a right.</summary>
    internal static T Needs<T>(this T endpoint, Right right)
        where T : IEndpointConventionBuilder
    {
        endpoint.WithMetadata(new Needs(right));
        return endpoint;
    }

    /// <summary>Whether whoever comes has a right; the door has read it into their roles.</summary>
    internal static bool May(this ClaimsPrincipal who, Right right) => who.IsInRole(right.ToString());

    /// <summary>Says that it asks besides for the person's own secret.</summary>
    internal static RouteHandlerBuilder AsksSecret(this RouteHandlerBuilder endpoint) =>
        endpoint.WithMetadata(new SecretAsked());
}
