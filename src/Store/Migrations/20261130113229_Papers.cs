using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class Papers : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "PaperSize",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "Letter");

            migrationBuilder.AddColumn<string>(
                name: "Reached",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "PaperSize",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Reached",
                table: "Settings");
        }
    }
}
