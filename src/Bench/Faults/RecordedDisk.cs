using System.Runtime.InteropServices;

namespace SturdyTinker.Bench.Faults;

/// <summary>
/// A thin layer between SQLite and the machine's files that writes down, in order, what SQLite asks of them: so that a
/// power cut at any moment can be worked out afterwards, in which nothing is certain but what was synced.
/// </summary>
/// <remarks>
/// It is a copy of SQLite's own file layer (a "VFS", sqlite.org/vfs.html) with five of its functions in between; the
/// layouts are those of sqlite3.h, 64 bits.
/// </remarks>
internal static unsafe partial class RecordedDisk
{
    private const string Library = "e_sqlite3";
    private static readonly Lock Gate = new();
    private static readonly List<DiskWrite> Asked = [];
    private static readonly Dictionary<nint, (string Name, nint Real)> Files = [];

    // SQLite's functions of a file, and ours in their place: a log is locked otherwise than the file itself.
    private static readonly Dictionary<nint, nint> Ours = [];
    private static Vfs* real, ours;

    /// <summary>How much was asked of the disk so far.</summary>
    internal static int Now
    {
        get
        {
            lock (Gate)
            {
                return Asked.Count;
            }
        }
    }

    /// <summary>Writes down from now on what is asked of every file that is opened.</summary>
    internal static void Begin()
    {
        lock (Gate)
        {
            Asked.Clear();
            Files.Clear();
        }

        if (ours is null)
        {
            real = Find(null);
            ours = (Vfs*)NativeMemory.Alloc((nuint)sizeof(Vfs));
            *ours = *real;
            ours->Name = (byte*)Marshal.StringToCoTaskMemUTF8("recorded");
            ours->Open = &Open;
            ours->Delete = &Delete;
        }

        Check(Register(ours, 1));
    }

    /// <summary>Ends that; what was asked, in order.</summary>
    internal static List<DiskWrite> End()
    {
        Check(Register(real, 1));
        Check(Unregister(ours));
        lock (Gate)
        {
            return [.. Asked];
        }
    }

    private static void Check(int code)
    {
        if (code != 0)
        {
            throw new InvalidOperationException(FormattableString.Invariant($"SQLite took no file layer: {code}."));
        }
    }

    [UnmanagedCallersOnly(CallConvs = [typeof(System.Runtime.CompilerServices.CallConvCdecl)])]
    private static int Open(Vfs* vfs, byte* name, OpenFile* file, int flags, int* outFlags)
    {
        int code = real->Open(real, name, file, flags, outFlags);
        if (code != 0 || file->Methods is null || name is null)
        {
            return code;
        }

        lock (Gate)
        {
            if (!Ours.TryGetValue((nint)file->Methods, out nint instead))
            {
                Methods* made = (Methods*)NativeMemory.Alloc((nuint)sizeof(Methods));
                *made = *file->Methods;
                made->Close = &Close;
                made->Write = &Write;
                made->Truncate = &Truncate;
                made->Sync = &Sync;
                Ours[(nint)file->Methods] = instead = (nint)made;
            }

            Files[(nint)file] = (Path.GetFileName(Marshal.PtrToStringUTF8((nint)name)!), (nint)file->Methods);
            file->Methods = (Methods*)instead;
        }

        return code;
    }

    [UnmanagedCallersOnly(CallConvs = [typeof(System.Runtime.CompilerServices.CallConvCdecl)])]
    private static int Delete(Vfs* vfs, byte* name, int syncFolder)
    {
        int code = real->Delete(real, name, syncFolder);
        if (code == 0)
        {
            lock (Gate)
            {
                string file = Path.GetFileName(Marshal.PtrToStringUTF8((nint)name)!);
                Asked.Add(new DiskWrite(file, DiskAct.Delete, 0, []));
            }
        }

        return code;
    }

    [UnmanagedCallersOnly(CallConvs = [typeof(System.Runtime.CompilerServices.CallConvCdecl)])]
    private static int Close(OpenFile* file)
    {
        Methods* methods = Real(file);
        lock (Gate)
        {
            Files.Remove((nint)file);
        }

        return methods->Close(file);
    }

    [UnmanagedCallersOnly(CallConvs = [typeof(System.Runtime.CompilerServices.CallConvCdecl)])]
    private static int Write(OpenFile* file, byte* bytes, int count, long at)
    {
        Note(file, DiskAct.Write, at, new ReadOnlySpan<byte>(bytes, count).ToArray());
        return Real(file)->Write(file, bytes, count, at);
    }

    [UnmanagedCallersOnly(CallConvs = [typeof(System.Runtime.CompilerServices.CallConvCdecl)])]
    private static int Truncate(OpenFile* file, long size)
    {
        Note(file, DiskAct.Truncate, size, []);
        return Real(file)->Truncate(file, size);
    }

    // Only what has come back from it is certain.
    [UnmanagedCallersOnly(CallConvs = [typeof(System.Runtime.CompilerServices.CallConvCdecl)])]
    private static int Sync(OpenFile* file, int flags)
    {
        int code = Real(file)->Sync(file, flags);
        if (code == 0)
        {
            Note(file, DiskAct.Sync, 0, []);
        }

        return code;
    }

    private static void Note(OpenFile* file, DiskAct act, long at, byte[] bytes)
    {
        lock (Gate)
        {
            Asked.Add(new DiskWrite(Files[(nint)file].Name, act, at, bytes));
        }
    }

    private static Methods* Real(OpenFile* file)
    {
        lock (Gate)
        {
            return (Methods*)Files[(nint)file].Real;
        }
    }

    [LibraryImport(Library, EntryPoint = "sqlite3_vfs_find", StringMarshalling = StringMarshalling.Utf8)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static partial Vfs* Find(string? name);

    [LibraryImport(Library, EntryPoint = "sqlite3_vfs_register")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static partial int Register(Vfs* vfs, int asDefault);

    [LibraryImport(Library, EntryPoint = "sqlite3_vfs_unregister")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static partial int Unregister(Vfs* vfs);

    [StructLayout(LayoutKind.Sequential)]
    private struct OpenFile
    {
        public Methods* Methods;
    }

    [StructLayout(LayoutKind.Sequential)]
    private struct Vfs
    {
        public int Version, FileBytes, LongestPath;
        public Vfs* Next;
        public byte* Name;
        public void* Data;
        public delegate* unmanaged[Cdecl]<Vfs*, byte*, OpenFile*, int, int*, int> Open;
        public delegate* unmanaged[Cdecl]<Vfs*, byte*, int, int> Delete;
        public fixed long Rest[14];
    }

    [StructLayout(LayoutKind.Sequential)]
    private struct Methods
    {
        public int Version;
        public delegate* unmanaged[Cdecl]<OpenFile*, int> Close;
        public nint Read;
        public delegate* unmanaged[Cdecl]<OpenFile*, byte*, int, long, int> Write;
        public delegate* unmanaged[Cdecl]<OpenFile*, long, int> Truncate;
        public delegate* unmanaged[Cdecl]<OpenFile*, int, int> Sync;
        public fixed long Rest[13];
    }
}

/// <summary>What was asked of a file.</summary>
internal enum DiskAct
{
    /// <summary>Bytes were written at a place.</summary>
    Write,

    /// <summary>It was cut to a size.</summary>
    Truncate,

    /// <summary>All that was asked of it before is on the disk.</summary>
    Sync,

    /// <summary>It was deleted.</summary>
    Delete,
}

/// <summary>One thing that was asked of a file.</summary>
/// <param name="File">Its name, without the folder.</param>
/// <param name="Act">What.</param>
/// <param name="At">Where, or the size, bytes.</param>
/// <param name="Bytes">What was written.</param>
internal sealed record DiskWrite(string File, DiskAct Act, long At, byte[] Bytes);
