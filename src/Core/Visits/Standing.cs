namespace SturdyTinker.Core.Visits;

/// <summary>How a trailer that is in the shop stands with its work.</summary>
public enum Standing
{
    /// <summary>It is worked on, or about to be.</summary>
    Working,

    /// <summary>It waits for parts.</summary>
    WaitsForParts,

    /// <summary>It waits for its customer's answer.</summary>
    WaitsForAnswer,

    /// <summary>It is ready to go.</summary>
    Ready,
}
