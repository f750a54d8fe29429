using SturdyTinker.Core.Planning.WhatIf;

namespace SturdyTinker.Shop.Horizon.WhatIf;

/// <summary>Something to suppose of the shop.</summary>
/// <param name="Name">What it is called: 1 to 80 characters.</param>
/// <param name="Supposed">What is supposed.</param>
/// <param name="Version">The version that was edited; 0 for a new one.</param>
public sealed record WhatIfEdit(string Name, Supposed Supposed, int Version);

/// <summary>What a supposition came to, beside the plan as it was then.</summary>
/// <param name="AsOf">The day it was reckoned for.</param>
/// <param name="MadeAt">When.</param>
/// <param name="Now">The plan as it is.</param>
/// <param name="Then">The plan as it would be.</param>
/// <param name="Words">What that comes to, in a sentence.</param>
public sealed record WhatIfResult(
    DateOnly AsOf,
    DateTimeOffset MadeAt,
    PlanFigures Now,
    PlanFigures Then,
    string Words);

/// <summary>It is being reckoned.</summary>
/// <param name="Done">Trailers done.</param>
/// <param name="Of">Of how many; 0 while it waits for its turn.</param>
public sealed record WhatIfProgress(int Done, int Of);

/// <summary>Something that is supposed of the shop.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Supposed">What is supposed.</param>
/// <param name="Lines">The same in words, a line each.</param>
/// <param name="Tags">The tags of trailers that others would be like, by their ids.</param>
/// <param name="By">Who wrote it last.</param>
/// <param name="At">When.</param>
/// <param name="Version">Counts up with every edit.</param>
/// <param name="Result">What it comes to; null while that is not known.</param>
/// <param name="Reckoning">How far it is; null where nothing is to be reckoned.</param>
public sealed record WhatIfAnswer(
    Guid Id,
    string Name,
    Supposed Supposed,
    IReadOnlyList<string> Lines,
    IReadOnlyDictionary<Guid, string> Tags,
    string By,
    DateTimeOffset At,
    int Version,
    WhatIfResult? Result,
    WhatIfProgress? Reckoning);
