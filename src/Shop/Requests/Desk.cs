namespace SturdyTinker.Shop.Requests;

/// <summary>Where a request asks for a round of work behind the scenes now, without knowing who does it.</summary>
internal abstract class Desk
{
    /// <summary>Somebody asks.</summary>
    internal event Action? Wanted;

    /// <summary>Asks; several who ask at once get one round.</summary>
    internal virtual void Want() => Wanted?.Invoke();
}
