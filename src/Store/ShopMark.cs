namespace SturdyTinker.Store;

/// <summary>
/// The shop's mark, as its papers have it at their head: one picture, another id for each that was sent.
/// </summary>
public sealed class ShopMark
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The picture: PNG, drawn anew, at most <see cref="LongestSide"/> pixels long.</summary>
    public required byte[] Picture { get; init; }

    /// <summary>Most pixels of a side: four inches of a printer of 300 dots an inch.</summary>
    public const int LongestSide = 1_200;
}
