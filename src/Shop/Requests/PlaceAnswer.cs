using SturdyTinker.Core.Gear;

namespace SturdyTinker.Shop.Requests;

/// <summary>A place as a screen needs it.</summary>
public sealed record PlaceAnswer(string Code, string Spoken, PlaceKind Kind, int Axle, Side? Side)
{
    /// <summary>A gear's places as a screen needs them.</summary>
    internal static List<PlaceAnswer> Of(RunningGear gear) =>
        [.. Places.Of(gear).Select(p => new PlaceAnswer(p.Code, p.Spoken, p.Kind, p.Axle, p.Side))];
}
