namespace SturdyTinker.Core.Parts.Stock;

/// <summary>A delivery that a supplier promises.</summary>
/// <param name="Code">The part's code.</param>
/// <param name="Quantity">How much.</param>
/// <param name="On">The day it comes.</param>
public sealed record PromisedDelivery(string Code, decimal Quantity, DateOnly On);

/// <summary>What somebody says came of an order.</summary>
/// <param name="Code">The part's code.</param>
/// <param name="Quantity">How much: nought for nothing.</param>
public sealed record CameIn(string Code, decimal Quantity);

/// <summary>What a line of a delivery comes to.</summary>
/// <param name="Line">The order's line; null where it has none of that code.</param>
/// <param name="Quantity">How much is received; nought where nothing is, or where it cannot be.</param>
/// <param name="NotOrdered">Why the code cannot be received by this order; null where it can.</param>
/// <param name="TooMuch">Why so much cannot be received by this order; null where it can.</param>
public sealed record ReceivedLine(OrderLine? Line, decimal Quantity, string? NotOrdered, string? TooMuch);
