namespace SturdyTinker.Core.Pricing;

/// <summary>What a shop charges for beside hours and parts.</summary>
public sealed record PriceTerms
{
    /// <summary>
    /// What is put on what a part costs the shop, in percent, 0 to 200. Source: from memory, made to be overwritten.
    /// </summary>
    public decimal PartsMarkup { get; init; } = 20;

    /// <summary>
    /// Rags, cleaner, brake cleaner and the like, in percent of labour, 0 to 50. Source: from memory, made to be
    /// overwritten.
    /// </summary>
    public decimal Consumables { get; init; } = 3;

    /// <summary>Tax on labour, in percent, 0 to 50: the place's own law says; nought until somebody sets it.</summary>
    public decimal TaxOnLabour { get; init; }

    /// <summary>Tax on parts, consumables and fees, in percent, 0 to 50: as above.</summary>
    public decimal TaxOnParts { get; init; }

    /// <summary>
    /// How far a visit may come above the range that was agreed before the customer is asked again, in percent, 0 to
    /// 50. Source: common practice; a state's own law may say less, or nothing at all.
    /// </summary>
    public decimal OverAgreed { get; init; } = 10;

    /// <summary>
    /// Whether a visit for nothing but what the shop did shortly before is not charged. Source: common practice in many
    /// shops; off until the shop says so.
    /// </summary>
    public bool ComeBacksFree { get; init; }

    /// <summary>
    /// What getting rid of a kind of waste costs a visit, in the shop's money, by the waste's code; what is missing
    /// costs what <see cref="Waste"/> says.
    /// </summary>
    public IReadOnlyDictionary<string, decimal> Disposal { get; init; } = new Dictionary<string, decimal>();

    /// <summary>What a kind of waste costs a visit here.</summary>
    public decimal FeeFor(Waste waste) => Disposal.GetValueOrDefault(waste.Code, waste.Fee);
}

/// <summary>A kind of waste that has to be got rid of the proper way.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What it is.</param>
/// <param name="Fee">What it costs a visit, in the shop's money. Source: from memory, made to be overwritten.</param>
/// <param name="From">What the code of a part begins with, that leaves it.</param>
public sealed record Waste(string Code, string Words, decimal Fee, IReadOnlyList<string> From)
{
    /// <summary>The kinds. What counts as which is the local authority's word.</summary>
    public static IReadOnlyList<Waste> All { get; } =
    [
        new("grease", "old grease and rags", 2, ["GREASE-"]),
        new("oil", "old hub oil", 3, ["OIL-HUB"]),
        new("fluid", "old brake fluid", 4, ["FLUID-BRAKE"]),
        new("shoes", "old brake linings", 5, ["BRK-", "SHOE-", "PADS-"]),
    ];
}
