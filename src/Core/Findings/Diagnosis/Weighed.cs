using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>What the two sides of a trailer weigh in one visit.</summary>
internal static class Weighed
{
    /// <summary>Whether both sides were weighed, and this is the lighter or neither is.</summary>
    internal static bool Lighter(VisitObservations looks, Place side) =>
        Of(looks, side) is var (here, there) && here.Canonical <= there.Canonical;

    /// <summary>
    /// Which side carries more, with the figures: "The left side carries more, 2,500 lb against 2,000 lb"; null where
    /// they were not both weighed.
    /// </summary>
    internal static string? Words(VisitObservations looks, Place side) => Of(looks, side) is var (here, there)
        ? $"The {(side.Side == Side.Left ? "left" : "right")} side carries more, {StandingObservations.Figure(here)} "
            + $"against {StandingObservations.Figure(there)}"
        : null;

    private static (Reading Here, Reading There)? Of(VisitObservations looks, Place side) =>
        looks.Last(side.Code, "side-load") is { } here && looks.Last(side.Across!.Value.Code, "side-load") is { } there
            ? (here, there)
            : null;
}
