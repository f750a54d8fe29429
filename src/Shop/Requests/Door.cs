namespace SturdyTinker.Shop.Requests;

/// <summary>Where whoever changes a person, a tablet or a token says so: the door keeps them in mind.</summary>
internal sealed class Door
{
    /// <summary>Told of every change, once it is saved.</summary>
    internal event Action? OnChange;

    /// <summary>Something has changed about who may come in.</summary>
    internal void Changed() => OnChange?.Invoke();
}
